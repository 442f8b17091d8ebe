import type { CivilDate } from '../calendar/date'
import { holds } from '../calendar/periods'
import type { Assignment } from '../plan/assignment'
import type { Cell } from './cell'
import type { Plan } from '../plan/plan'
import type { Value } from './score'

/** A span of days in a class; `lastDay` null is still there. */
export interface Span {
  firstDay: CivilDate
  lastDay: CivilDate | null
}

/** Why a cell contributes nothing. */
export type Out = 'excused' | 'not enrolled' | 'missing counts nothing' | 'incomplete' | 'absent' | 'late' | 'blank'

/** A value to set against the points possible, and the mark that it comes from where none was typed; or why there is none. */
export type Contribution = { value: Value; as?: 'missing' | 'incomplete' } | { out: Out }

/** The value of a cell, which counts whatever its other marks, unless it is excused; null where there is none. */
export const countedValue = ({ value, marks }: Readonly<Pick<Cell, 'value' | 'marks'>>): Value | null =>
  value !== null && (marks.length === 0 || !marks.includes('excused')) ? value : null

/**
 * What a cell contributes to a grade, by the first rule that applies: excused; value present; not enrolled on the due
 * date; missing; incomplete; else nothing.
 *
 * @example contribution(missingCell, assignment, plan, spans) // { value: { percent: '0' }, as: 'missing' }
 */
export function contribution(
  cell: Readonly<Cell>,
  assignment: Readonly<Pick<Assignment, 'dueOn'>>,
  plan: Readonly<Pick<Plan, 'missingCountsAs' | 'incompleteCountsAs'>>,
  spans: readonly Span[],
): Contribution {
  const { marks } = cell
  const value = countedValue(cell)
  if (value) return { value }
  if (marks.includes('excused')) return { out: 'excused' }
  const { dueOn } = assignment
  if (dueOn !== null && !spans.some((span) => holds(span, dueOn))) return { out: 'not enrolled' }
  if (marks.includes('missing'))
    return plan.missingCountsAs === null
      ? { out: 'missing counts nothing' }
      : { value: { percent: plan.missingCountsAs }, as: 'missing' }
  if (marks.includes('incomplete'))
    return plan.incompleteCountsAs === 'zero' ? { value: { percent: '0' }, as: 'incomplete' } : { out: 'incomplete' }
  return { out: marks[0] === 'absent' || marks[0] === 'late' ? marks[0] : 'blank' }
}
