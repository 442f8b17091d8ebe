import { cardWords } from '#shared/card-words'
import type { Plan } from '#core/plan/plan'
import { compare, divide, HUNDRED, multiply, ofDecimal, ratio, toDouble, type Ratio } from '#core/number/ratio'
import { valueText } from '#core/scores/score'
import type { ClassSnapshot } from '#core/section'
import type { ComposedWork, GradeWork } from '#core/grading/work/grade'
import type { ItemWork } from '#core/grading/work/item'
import type { CategoryWork, PeriodWork } from '#core/grading/work/period'
import { planOf } from '#core/plan/rules'
import { plainly, tenths } from '#core/number/plain'
import { inLetters } from './counts'
import { counted } from '~/composables/useWords'
import type { Grade } from '#core/grading/grade'

/** One line of shown work: what it is about, its figure, and what was done with it. */
export interface WorkLine {
  depth: 0 | 1 | 2
  kind: 'period' | 'category' | 'item' | 'rule' | 'result'
  text: string
  /** The figure, ready to read. */
  figure: string
  /** The rule that acted, or how much hangs on it. */
  note: string
  /** Whether it has a part in the grade. */
  acts: boolean
  /** From 0 to 100, for a bar. */
  bar?: number
  assignmentId?: string
  periodId?: string
}

type Line = Partial<WorkLine> & Pick<WorkLine, 'kind' | 'text'>
const line = (given: Line): WorkLine => ({ depth: 0, figure: '', note: '', acts: true, ...given })
const shown = (grade: Grade) => `${grade.percent} ${grade.label}`

/**
 * The work of a grade in a teacher's words, from the parts down to the scores and up to the number that is shown.
 *
 * @param deep with every score; else categories or periods only
 * @example workLines(snapshot, work).at(-1) // { kind: 'result', text: 'Quarter 2', figure: '88.7 B+', … }
 */
export function workLines(snapshot: ClassSnapshot, work: GradeWork, deep = true): WorkLine[] {
  const plan = planOf(snapshot)
  const { how } = work
  const parts = how.made === 'of periods' ? ofPeriods(how) : ofAssignments(how, deep)
  return [...parts, ...ending(plan, work)]
}

const noGrade = 'The plan says that no grade is computed here.'
const barOf = (percent: Ratio) => Math.min(100, toDouble(percent))

function ofAssignments(work: PeriodWork, deep: boolean): WorkLine[] {
  if (work.method === 'none') return [line({ kind: 'rule', text: noGrade })]
  const lines = work.exam
    ? [
        line({
          kind: 'rule',
          text: `The exam window has one assignment that counts, so its percent is the grade, whatever its category.`,
        }),
      ]
    : []
  for (const category of work.categories) {
    if (work.exam && !category.items.some((item) => item.assignment.id === work.exam!.assignment.id)) continue
    if (!deep && !category.category && category.why) continue
    lines.push(categoryLine(work, category))
    if (!deep) continue
    lines.push(...category.items.map((item) => itemLine(category, item)))
  }
  return [...lines, ...sharedOut(work)]
}

function categoryLine(work: PeriodWork, each: CategoryWork): WorkLine {
  const { result } = each
  return line({
    kind: 'category',
    text: each.category?.name ?? 'No category',
    figure: work.exam ? '' : result === null ? 'none' : `${plainly(result)} %`,
    note: work.exam ? '' : categoryNote(work, each),
    acts: result !== null && !work.exam && (each.category?.counts ?? work.method !== 'categories'),
    ...(result === null || work.exam ? {} : { bar: barOf(result) }),
  })
}

function categoryNote(work: PeriodWork, each: CategoryWork): string {
  const { category, result } = each
  const notes: string[] = []
  if (each.why) notes.push(whyNone[each.why])
  else if (each.basis === 'points') notes.push(`${plainly(each.earned)} of ${plainly(each.possible)} points`)
  else notes.push(`mean of ${counted(each.items.filter((item) => item.state === 'kept').length, 'item')}`)
  if (category && !category.counts) notes.push('counts in no grade')
  else if (category?.extraCredit)
    notes.push(
      work.method === 'categories' && result
        ? `extra credit: adds ${plainly(divide(multiply(each.weight, result), HUNDRED))}`
        : 'extra credit: adds above, not below',
    )
  else if (!category && work.method === 'categories') notes.push('work without a category counts nowhere')
  else if (each.effectiveWeight)
    notes.push(`weight ${plainly(each.weight)}, acts as ${tenths(each.effectiveWeight)} of 100`)
  else if (work.method === 'categories') notes.push(`weight ${plainly(each.weight)}`)
  const gone = each.items.filter((item) => item.state === 'dropped').length
  if (gone)
    notes.push(
      `${inLetters(gone)} dropped, ${category!.dropRule === 'lowest percent' ? 'lowest percent' : 'best for the student'}`,
    )
  return notes.join('; ')
}

/** Why a category has no result. */
export const whyNone: Record<NonNullable<CategoryWork['why']>, string> = cardWords.en.why

/** Why a score has no part in a grade. */
export const outWords: Record<NonNullable<ItemWork['out']>, string> = {
  excused: 'excused: counts nothing',
  'not enrolled': 'not in the class on the due date',
  'missing counts nothing': 'missing, which counts nothing in this plan',
  incomplete: 'incomplete: counts nothing yet',
  absent: 'absent: counts nothing',
  late: 'late, no score yet',
  blank: 'no score yet',
  'does not count': 'set to count in no grade',
  'label gone': 'this label is no longer on the scale: counts nothing',
  'level has no percent': 'a level without a percent: counts nothing',
  'no points possible': '0 points possible: has no percent',
}

function itemLine({ category }: CategoryWork, item: ItemWork): WorkLine {
  const { assignment, state } = item
  const typed = valueText(item.value)
  const points = item.earned ? `${plainly(item.earned)} of ${assignment.points}` : typed
  const notes: string[] = []
  if (item.as) notes.push(`${item.as}: counts as ${plainly(item.earned!)}`)
  else if (item.value && !('points' in item.value) && item.earned)
    notes.push(`${typed} is worth ${plainly(item.earned)}`)
  if (item.share && compare(item.share, ratio(1, 1)) > 0) notes.push('above the points possible')
  if (assignment.multiplier !== '1') notes.push(`times ${assignment.multiplier}`)
  if (state === 'dropped')
    notes.push(category?.dropRule === 'lowest percent' ? 'dropped: lowest percent' : 'dropped: best for the student')
  if (item.out) notes.push(outWords[item.out])
  if (state === 'kept' && item.of100)
    notes.push(item.of100.n == 0 ? 'pure extra' : `${tenths(item.of100)} of every 100`)
  return line({
    depth: 1,
    kind: 'item',
    text: assignment.name,
    figure: state === 'dropped' ? `(${points})` : points,
    note: notes.join('; '),
    acts: state === 'kept',
    assignmentId: assignment.id,
  })
}

/** Which weights are shared out among the others, because their category has no result. */
function sharedOut(work: PeriodWork): WorkLine[] {
  if (work.method !== 'categories' || work.exam || work.total === null) return []
  const empty = work.categories.filter(
    (each) => each.category?.counts && !each.category.extraCredit && each.result === null && each.weight.n > 0,
  )
  return empty.map((each) =>
    line({
      kind: 'rule',
      text: `${each.category!.name} has no result yet; its weight of ${plainly(each.weight)} is shared out among the others.`,
    }),
  )
}

function ofPeriods(work: ComposedWork): WorkLine[] {
  if (work.isNone) return [line({ kind: 'rule', text: noGrade })]
  const children = work.children.map(({ work: child, weight, enters, effectiveWeight }) =>
    line({
      kind: 'period',
      text: child.period.title,
      figure: child.effective ? shown(child.effective) : 'none',
      note: [
        child.override ? `given by hand${child.computed ? `, computed ${shown(child.computed)}` : ''}` : '',
        enters === null ? 'no grade yet: left out' : `enters as ${plainly(enters)}`,
        effectiveWeight
          ? `weight ${plainly(weight)}, acts as ${tenths(effectiveWeight)} of 100`
          : `weight ${plainly(weight)}`,
      ]
        .filter(Boolean)
        .join('; '),
      acts: enters !== null && weight.n > 0,
      periodId: child.period.id,
      ...(enters === null ? {} : { bar: barOf(enters) }),
    }),
  )
  if (!work.unrounded) return children
  return [
    ...children,
    line({
      kind: 'rule',
      text: `Rounded twice: entered unrounded, the same periods make ${shown(work.unrounded)}.`,
    }),
  ]
}

const modes: Record<Plan['rounding'], string> = {
  'half up': 'halves up',
  down: 'down',
  up: 'up',
  'nearest half': 'to the nearest half',
}

/** From the total to the number that is shown, and what stands in its place. */
function ending(plan: Readonly<Plan>, work: GradeWork): WorkLine[] {
  const { computed, override, effective, reported, period } = work
  const lines: WorkLine[] = []
  if (work.capped) lines.push(line({ kind: 'rule', text: `Capped at ${plan.cap}, from ${plainly(work.capped)}.` }))
  if (computed) {
    const exact = computed.value
    const same = compare(exact, ofDecimal(computed.percent)) === 0
    lines.push(
      line({
        kind: 'result',
        text: override ? `${period.title}, computed` : period.title,
        figure: shown(computed),
        note: same ? '' : `rounded ${modes[plan.rounding]} from ${plainly(exact)}`,
        acts: !override,
        periodId: period.id,
      }),
    )
  } else lines.push(line({ kind: 'result', text: period.title, figure: 'no grade yet', acts: false }))
  if (override) lines.push(line({ kind: 'result', text: 'Given by hand', figure: shown(override) }))
  if (reported && effective && reported !== effective)
    lines.push(
      line({
        kind: 'result',
        text: 'As reported',
        figure: shown(reported),
        note: `${plan.coursePoints.points} points added for the course level; longer periods are made of ${effective.percent}`,
      }),
    )
  return lines
}
