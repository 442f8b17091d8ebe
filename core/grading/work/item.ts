import Fraction from 'fraction.js'
import { jointId, record, type Assignment } from '../../acts/records'
import { toFraction } from '../../number/ratio'
import { contribution, type Out } from '../../scores/contribution'
import type { Mark, Value } from '../../scores/score'
import { worthOf } from '../../scores/worth'
import type { Student } from '../../section'
import type { GradingContext } from '../context'
import type { Listed } from '../rules'

/** One score in the making of a grade. */
export interface ItemWork {
  assignment: Listed<Assignment>
  /** As typed; null where a mark or a blank stands. */
  value: Value | null
  marks: readonly Mark[]
  /** The mark whose rule gave the worth, where no value was typed. */
  as?: 'missing' | 'incomplete'
  /** Points, and their share of the points possible; null where the score is out, or nothing is possible. */
  earned: Fraction | null
  share: Fraction | null
  multiplier: Fraction
  state: 'kept' | 'dropped' | 'out'
  out?: Out | 'does not count' | 'label gone' | 'level has no percent' | 'no points possible'
  /** How much of every 100 of the period's grade hangs on this score; 0 for pure extra credit. */
  of100: Fraction | null
}

/** What one student's cell brings to any grade, before categories and drops. */
export function itemWork(
  { snapshot, plan }: GradingContext,
  student: Student,
  assignment: Listed<Assignment>,
): ItemWork {
  const cell = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
  const item: ItemWork = {
    assignment,
    value: cell.value,
    marks: cell.marks,
    earned: null,
    share: null,
    multiplier: new Fraction(assignment.multiplier),
    state: 'out',
    of100: null,
  }
  if (!assignment.counts) return { ...item, out: 'does not count' }
  const found = contribution(cell, assignment, plan, student.spans)
  if ('out' in found) return { ...item, out: found.out }
  const worth = worthOf(found.value, assignment.points, { scale: plan.scale, levels: snapshot.proficiencyScale })
  if (!worth) return { ...item, out: 'label' in found.value ? 'label gone' : 'level has no percent' }
  return {
    ...item,
    ...(found.as ? { as: found.as } : {}),
    earned: toFraction(worth.earned),
    share: worth.share && toFraction(worth.share),
    state: 'kept',
  }
}
