import type { CivilDate } from '../calendar/date'
import { holds } from '../calendar/periods'
import type { Assignment, Cell, Plan } from '../acts/records'
import type { Field } from '../number/field'
import { percentOfLabel } from '../scales/grading'
import type { Value } from './score'

/** A span of days in a class; `lastDay` null is still there. */
export interface Span {
  firstDay: CivilDate
  lastDay: CivilDate | null
}

/**
 * What a cell contributes to a grade: a value to set against the points possible, or null for nothing, neither earned
 * nor possible. The first rule that applies decides:
 * excused; value present; not enrolled on the due date; missing; incomplete; else nothing.
 *
 * @example contribution(missingCell, assignment, plan, spans) // { percent: '0' }
 */
export function contribution(
  cell: Readonly<Cell>,
  assignment: Readonly<Assignment>,
  plan: Readonly<Plan>,
  spans: readonly Span[],
): Value | null {
  if (cell.marks.includes('excused')) return null
  if (cell.value !== null) return cell.value
  if (cell.marks.length === 0) return null
  if (assignment.dueOn !== null && !spans.some((span) => holds(span, assignment.dueOn!))) return null
  if (cell.marks.includes('missing')) return plan.missingCountsAs === null ? null : { percent: plan.missingCountsAs }
  if (cell.marks.includes('incomplete') && plan.incompleteCountsAs === 'zero') return { percent: '0' }
  return null
}

/**
 * The points that a value is worth: points as they stand, a percent or a label as that share of the points possible,
 * unrounded.
 *
 * @returns null for a label that is no longer on the scale
 * @example earned(doubles, { percent: '50' }, assignmentOf10, plan) // 5
 */
export function earned<T>(
  field: Field<T>,
  value: Value,
  assignment: Readonly<Assignment>,
  plan: Readonly<Plan>,
): T | null {
  if ('points' in value) return field.of(value.points)
  const percent = 'percent' in value ? field.of(value.percent) : percentOfLabel(field, plan.scale, value.label)
  if (percent === null) return null
  return field.div(field.mul(percent, field.of(assignment.points)), field.of('100'))
}
