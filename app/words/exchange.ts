import type { ItemState, RunItem } from '#shared/exchange'
import type { Step } from '#core/exchange/compare'
import { shortDay, counted } from '~/composables/useWords'

/** What goes between here and the district, as a teacher calls it. Runs of earlier releases have the wire's words. */
export const typeWords: Readonly<Record<string, string>> = {
  category: 'category',
  assignment: 'assignment',
  score: 'score',
  term: 'term',
  grade: 'term grade',
  lineItem: 'assignment',
  result: 'score',
}
export const typesWords: Readonly<Record<string, string>> = {
  category: 'categories',
  assignment: 'assignments',
  score: 'scores',
  term: 'terms',
  grade: 'term grades',
}

export const stepWords: Readonly<Record<Step, string>> = {
  create: 'New',
  change: 'Changed here',
  remove: 'Removed here',
  take: 'Changed there',
  held: 'Changed on both sides',
}

/** The same of what comes from the classroom app. */
export const pullWords: Readonly<Record<Step, string>> = {
  create: 'New there',
  change: 'Changed',
  remove: 'Left out from now on',
  take: 'Changed there',
  held: 'Changed on both sides',
}

export const stateWords: Readonly<Record<ItemState, string>> = {
  waiting: 'not sent yet',
  sent: 'sent',
  taken: 'taken in',
  refused: 'refused',
  held: 'waits for your decision',
  left: 'left out',
  moved: 'changed since it was looked at',
}

const fieldWords: Readonly<Record<string, string>> = {
  name: 'name',
  weight: 'weight',
  shortName: 'short name',
  description: 'description',
  dueOn: 'due',
  lastDay: 'last day',
  classId: 'class',
  categoryId: 'category',
  periodId: 'period',
  points: 'points',
  multiplier: 'multiplier',
  counts: 'counts',
  standardIds: 'standards',
  earned: 'score',
  text: 'as written',
  marks: 'marks',
  note: 'note for the family',
  percent: 'percent',
  label: 'grade',
  remark: 'remark',
  computed: 'computed',
  reason: 'reason',
  unadjusted: 'unadjusted',
  levels: 'levels',
}
export const fieldName = (name: string): string => fieldWords[name] ?? name

const days = new Set(['dueOn', 'lastDay'])

/** A field's value in words. @example fieldValue('dueOn', '2026-11-03') // 'Nov 3' */
export function fieldValue(name: string, value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (days.has(name)) return shortDay(String(value))
  if (name === 'levels') return counted((value as unknown[]).length, 'level')
  if (name === 'standardIds') return counted((value as unknown[]).length, 'standard')
  if (name === 'categoryId' || name === 'periodId' || name === 'classId') return 'another one'
  if (Array.isArray(value)) return value.length ? value.join(', ') : 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return String(value)
}

/** One whole thing in a line, as where one side has none. */
export function wholeThing({ type, here, there }: Pick<RunItem, 'type' | 'here' | 'there'>): string {
  const fields = here ?? there
  if (!fields) return ''
  const said = (...names: string[]) =>
    names.flatMap((name) => {
      const words = fieldValue(name, fields[name])
      return words === 'nothing' || words === 'none' ? [] : words
    })
  switch (type) {
    case 'category':
      return `weight ${String(fields.weight)}`
    case 'assignment':
      return `${String(fields.points)} points, due ${shortDay(fields.dueOn as string | null)}`
    case 'score':
      return said('text', ...(fields.text === null ? ['earned'] : []), 'marks', 'note').join(', ') || 'blank'
    case 'grade':
      return said('label', 'percent', 'levels', 'remark').join(', ')
    default:
      return ''
  }
}

const partWords = { key: 'Our key', roster: 'Rosters', gradebook: 'Gradebooks', standards: 'Standards' }
export const protocolWords = {
  'oneroster-1.2': 'OneRoster 1.2',
  'oneroster-1.1': 'OneRoster 1.1',
  classroom: 'Classroom app, OneRoster 1.2',
} as const

/** What of a connection is tried. @example partName('roster') // 'Rosters' */
export const partName = (part: keyof typeof partWords): string => partWords[part]
