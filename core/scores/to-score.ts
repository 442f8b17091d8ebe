import { holds } from '../calendar/periods'
import type { CivilDate } from '../calendar/date'
import type { Assignment } from '../plan/assignment'
import type { Cell } from './cell'
import type { Span } from './contribution'

/** Neither score nor mark. */
export const isBlank = ({ value, marks }: Readonly<Pick<Cell, 'value' | 'marks'>>): boolean =>
  value === null && marks.length === 0

/** What a blank waits for: a score now, one that is not due yet, or none, because the student has left. */
export type Waiting = 'now' | 'not yet due' | 'left'

/**
 * Whether a score is still to give: the student was in the class on the due date, and the cell has neither score nor mark.
 * The one definition of every count and filter of what is to score.
 *
 * @returns null where nothing is to give
 * @example waitsFor(cell, { dueOn: '2026-11-20' }, spans, '2026-11-25') // 'now'
 */
export function waitsFor(
  cell: Readonly<Pick<Cell, 'value' | 'marks'>>,
  { dueOn }: Pick<Assignment, 'dueOn'>,
  spans: readonly Span[],
  today: CivilDate,
): Waiting | null {
  if (!isBlank(cell) || dueOn === null || !spans.some((span) => holds(span, dueOn))) return null
  if (dueOn > today) return 'not yet due'
  return spans.some((span) => holds(span, today)) ? 'now' : 'left'
}
