import { gradingPeriods, type Period } from '../calendar/periods'
import type { Desired } from '../desired'
import { categoryRules } from '../plan/category'
import { planOf, rulesOf } from '../plan/rules'
import type { Plan } from '../plan/plan'
import { record } from '../records'
import type { ClassSnapshot } from '../section'
import { gradesMoved } from './outlook'

/** What a change of a class's plan would do to its declared periods. */
export interface PlanOutlook {
  /** The declared periods whose grades would change, with how many. */
  declared: { period: Period; grades: number }[]
  /**
   * The change with the rules of the declared periods kept as they are; null where that can't be done, as for a scale,
   * rounding, or anything else that is the same all year.
   */
  fromHere: Desired[] | null
}

/**
 * Tells what a change of a class's plan would do to its declared periods, before it is made.
 *
 * @example planOutlook(snapshot, [{ kind: 'category', id: 'tests', to: { weight: '60' } }]).declared[0]?.grades // 25
 */
export function planOutlook(snapshot: ClassSnapshot, desired: readonly Desired[]): PlanOutlook {
  const periods = snapshot.periods.filter(({ id }) => record(snapshot.records, 'declaration', id).declared)
  const declared = periods
    .map((period) => ({ period, grades: gradesMoved(snapshot, desired, [period.id]) }))
    .filter(({ grades }) => grades > 0)
  if (!declared.length) return { declared, fromHere: null }
  const kept = keeping(snapshot, desired, periods)
  const movesAny =
    gradesMoved(
      snapshot,
      kept,
      periods.map(({ id }) => id),
    ) > 0
  return { declared, fromHere: movesAny ? null : kept }
}

/** Adds to a change what keeps the rules of some periods as they are. */
function keeping(snapshot: ClassSnapshot, desired: readonly Desired[], periods: readonly Period[]): Desired[] {
  const { id: sectionId } = snapshot.section
  const own = Object.fromEntries(
    gradingPeriods(snapshot.periods)
      .filter((each) => periods.includes(each))
      .map((each) => [each.id, ownRules(snapshot, each)]),
  )
  const isPlan = (each: Desired) => each.kind === 'plan' && each.id === sectionId
  const plan = desired.findLast(isPlan)?.to as Partial<Plan> | undefined
  const to = { ...plan, own: { ...(plan?.own ?? planOf(snapshot).own), ...own } }
  return [...desired.filter((each) => !isPlan(each)), { kind: 'plan', id: sectionId, to }]
}

/** The rules of a period as a set of its own. */
function ownRules(snapshot: ClassSnapshot, period: Period): Plan['own'][string] {
  const { method, categories } = rulesOf(snapshot, planOf(snapshot), period)
  const names = Object.keys(categoryRules) as (keyof typeof categoryRules)[]
  const rulesIn = (category: (typeof categories)[number]['category']) =>
    Object.fromEntries(names.map((name) => [name, category[name]]))
  return {
    method,
    weights: Object.fromEntries(categories.map(({ category, weight }) => [category.id, weight])),
    categories: Object.fromEntries(categories.map(({ category }) => [category.id, rulesIn(category)])) as NonNullable<
      Plan['own'][string]['categories']
    >,
  }
}
