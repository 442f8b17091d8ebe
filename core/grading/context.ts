import type { Assignment } from '../plan/assignment'
import type { Composition } from '../plan/composition'
import type { Plan } from '../plan/plan'
import { belongs, type Period } from '../calendar/periods'
import type { ClassSnapshot } from '../section'
import { assignmentsOf, compositionOf, planOf, rulesOf, type Listed, type PeriodRules } from '../plan/rules'

/**
 * What every grade of a class is computed under: the plan, and for each period its rules and work. It holds for as long as
 * plan, categories and assignments stay as they are, and is looked up once for all students.
 */
export interface GradingContext {
  snapshot: ClassSnapshot
  plan: Readonly<Plan>
  /** By due date. */
  assignments: readonly Listed<Assignment>[]
  assignmentsIn(period: Period): readonly Listed<Assignment>[]
  rules(period: Period): PeriodRules
  composition(period: Period): Composition | null
}

export function contextOf(snapshot: ClassSnapshot): GradingContext {
  const plan = planOf(snapshot)
  const assignments = assignmentsOf(snapshot)
  return {
    snapshot,
    plan,
    assignments,
    assignmentsIn: once((period) => assignments.filter((each) => belongs(snapshot.periods, period, each.dueOn))),
    rules: once((period) => rulesOf(snapshot, plan, period)),
    composition: once((period) => compositionOf(snapshot, plan, period)),
  }
}

/** Computes once for each period. */
function once<T>(compute: (period: Period) => T): (period: Period) => T {
  const known = new Map<string, T>()
  return (period) => {
    if (!known.has(period.id)) known.set(period.id, compute(period))
    return known.get(period.id) as T
  }
}
