import { holds, yearOf, type Period } from '../calendar/periods'
import type { Assignment } from '../plan/assignment'
import { assignmentsIn, assignmentsOf, planOf, type Listed } from '../plan/rules'
import type { ClassSnapshot } from '../section'
import { levelContext, type LevelContext } from './context'

/** What levels of a period are made of, found once for all students and standards. */
export interface LevelWindow extends LevelContext {
  period: Period
  /** The assignments whose evidence counts, by due date. */
  assignments: readonly Listed<Assignment>[]
  /** Those that are tagged with a standard. */
  taggedWith(standardId: string): readonly Listed<Assignment>[]
  /** Whether evidence of that day counts. */
  holds(day: string): boolean
}

/**
 * The reporting window of a period: the period itself, or by the plan's choice the school year up to its last day.
 *
 * @example levelWindow(snapshot, quarter2).taggedWith('std').map((each) => each.name) // ['Food web', 'Quadrat count']
 */
export function levelWindow(snapshot: ClassSnapshot, period: Period): LevelWindow {
  const assignments = assignmentsOfWindow(snapshot, period)
  const span = spanOf(snapshot, period)
  const tagged = new Map<string, Listed<Assignment>[]>()
  for (const each of assignments)
    for (const id of each.standardIds) {
      const list = tagged.get(id)
      if (list) list.push(each)
      else tagged.set(id, [each])
    }
  return {
    ...levelContext(snapshot),
    period,
    assignments,
    taggedWith: (standardId) => tagged.get(standardId) ?? [],
    holds: (day) => holds(span, day),
  }
}

function assignmentsOfWindow(snapshot: ClassSnapshot, period: Period): Listed<Assignment>[] {
  if (planOf(snapshot).proficiency.window === 'period') return assignmentsIn(snapshot, period)
  const span = spanOf(snapshot, period)
  return assignmentsOf(snapshot).filter((each) => each.dueOn !== null && holds(span, each.dueOn))
}

function spanOf(snapshot: ClassSnapshot, period: Period): Pick<Period, 'firstDay' | 'lastDay'> {
  if (planOf(snapshot).proficiency.window === 'period') return period
  const year = yearOf(snapshot.periods, [period.id]).find((each) => each.parentId === null) ?? period
  return { firstDay: year.firstDay, lastDay: period.lastDay }
}
