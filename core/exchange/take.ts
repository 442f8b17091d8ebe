import { readDecimal } from '../number/decimal'
import { scaleOf } from '../plan/level-scale'
import { planOf } from '../plan/rules'
import type { Desired } from '../desired'
import { jointId } from '../kind'
import { record } from '../records'
import type { Value } from '../scores/score'
import type { ClassSnapshot } from '../section'
import type { Difference } from './compare'
import type { Fields, ThingFields } from './thing'

/**
 * What is to be changed here so that it is as it is there: the fields that differ, of a score, an assignment or a
 * category. What the district says of a declared grade is nobody's to type here, and what is gone there is not deleted.
 *
 * @returns null where it cannot be taken over
 * @example taking(snapshot, scoreThatIs9There) // [{ kind: 'cell', id: 's1/a1', to: { value: { points: '9' } } }]
 */
export function taking(
  snapshot: ClassSnapshot,
  {
    type,
    id,
    studentId,
    assignmentId,
    here,
    after,
    differing,
  }: Pick<Difference, 'type' | 'id' | 'studentId' | 'assignmentId' | 'differing'> & {
    here?: Fields | null
    after?: Fields | null
  },
): Desired[] | null {
  if (!here || !after) return null
  const names = new Set(differing)
  switch (type) {
    case 'score':
      return studentId && assignmentId ? takingScore(snapshot, jointId(studentId, assignmentId), after, names) : null
    case 'assignment':
      return takingFields('assignment', id, after, names, [
        'name',
        'shortName',
        'description',
        'dueOn',
        'points',
        'multiplier',
        'counts',
      ])
    case 'category':
      return takingFields('category', id, after, names, ['name', 'weight'])
    default:
      return null
  }
}

/** Some fields as they are there; null where one differs that has no place here. */
function takingFields(
  kind: 'assignment' | 'category',
  id: string,
  after: Fields,
  names: ReadonlySet<string>,
  known: readonly string[],
): Desired[] | null {
  if ([...names].some((name) => !known.includes(name))) return null
  return [{ kind, id, to: Object.fromEntries([...names].map((name) => [name, after[name]])) } as Desired]
}

function takingScore(
  snapshot: ClassSnapshot,
  cellId: string,
  after: Fields,
  names: ReadonlySet<string>,
): Desired[] | null {
  const { earned, text, marks, note } = after as ThingFields['score']
  const cell = record(snapshot.records, 'cell', cellId)
  const to: Extract<Desired, { kind: 'cell' }>['to'] = {}
  if (names.has('earned') || names.has('text')) {
    const value = valueOf(snapshot, earned, text)
    if (value === undefined) return null
    to.value = value
  }
  if (names.has('marks')) to.marks = marks
  // A private note is not the other side's, whatever it says.
  if (names.has('note') && (cell.noteFor === 'family' || cell.note === ''))
    Object.assign(to, { note, noteFor: 'family' })
  return [{ kind: 'cell', id: cellId, to }]
}

/** What is typed for a score as it came; undefined where that cannot be typed. */
function valueOf(snapshot: ClassSnapshot, earned: number | null, text: string | null): Value | null | undefined {
  if (text !== null) {
    if (planOf(snapshot).scale.steps.some(({ label }) => label === text)) return { label: text }
    const level = scaleOf(snapshot).levels.find((each) => each.value === text || each.label === text)
    if (level) return { level: level.value }
  }
  if (earned === null) return text === null ? null : undefined
  const points = readDecimal(String(earned))
  return points === null || points.startsWith('-') ? undefined : { points }
}
