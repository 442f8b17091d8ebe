import { studentRecord } from '../../records'
import type { Assignment } from '../../plan/assignment'
import { ratio, type Ratio } from '../../number/ratio'
import { contribution, type Out } from '../../scores/contribution'
import type { Mark, Value } from '../../scores/score'
import { OUT, type Columns } from '../columns'
import type { GradingContext } from '../context'
import type { Listed } from '../../plan/rules'

/** One score in the making of a grade. */
export interface ItemWork {
  assignment: Listed<Assignment>
  /** As typed; null where a mark or a blank stands. */
  value: Value | null
  marks: readonly Mark[]
  /** The mark whose rule gave the worth, where no value was typed. */
  as?: 'missing' | 'incomplete'
  /** Points, and their share of the points possible; null where the score is out, or nothing is possible. */
  earned: Ratio | null
  share: Ratio | null
  state: 'kept' | 'dropped' | 'out'
  out?: Out | 'does not count' | 'label gone' | 'level has no percent' | 'no points possible'
  /** How much of every 100 of the period's grade hangs on this score; 0 for pure extra credit. */
  of100: Ratio | null
}

/** What one student's cell brought to the sums of a class. */
export function itemWork({ snapshot, plan }: GradingContext, columns: Columns, row: number, column: number): ItemWork {
  const assignment = columns.assignments[column]!
  const student = columns.students[row]!
  const cell = studentRecord(snapshot.records, 'cell', student.id, assignment.id)
  const { value, marks } = cell
  const out = { assignment, value, marks, earned: null, share: null, state: 'out' as const, of100: null }
  if (!assignment.counts) return { ...out, out: 'does not count' }
  const found = contribution(cell, assignment, plan, student.spans)
  if ('out' in found) return { ...out, out: found.out }
  const at = row * columns.assignments.length + column
  if (columns.state[at] === OUT) return { ...out, out: 'label' in found.value ? 'label gone' : 'level has no percent' }
  const earned = columns.earned[at]!
  const possible = columns.possible[column]!
  return {
    ...out,
    ...(found.as ? { as: found.as } : {}),
    earned: ratio(earned, columns.grain.perPoint),
    share: possible > 0 ? ratio(earned, possible) : null,
    state: 'kept',
  }
}
