import type { Period } from '../calendar/periods'
import { categoriesOf, planOf, rulesOf } from './rules'
import type { ClassSnapshot } from '../section'
import type { Desired } from '../desired'

/**
 * What gives several periods the method and weights that one of them has. Where that is every period of the class, they
 * become the class's, and none differs any more.
 *
 * @param from the period whose method and weights are taken
 * @param periodIds which periods get them
 * @example sameRules(snapshot, quarter2, ['q1', 'q2']) // [{ kind: 'plan', id: 'class', to: { own: { q1: …, q2: … } } }]
 */
export function sameRules(snapshot: ClassSnapshot, from: Period, periodIds: readonly string[]): Desired[] {
  const { id } = snapshot.section
  const plan = planOf(snapshot)
  const { method, categories } = rulesOf(snapshot, plan, from)
  const set = { method, weights: Object.fromEntries(categories.map(({ category, weight }) => [category.id, weight])) }
  if (snapshot.periods.every((each) => periodIds.includes(each.id)))
    return [
      { kind: 'plan', id, to: { method, own: {} } },
      ...categoriesOf(snapshot).flatMap((each) =>
        each.weight === set.weights[each.id]
          ? []
          : [{ kind: 'category' as const, id: each.id, to: { weight: set.weights[each.id]! } }],
      ),
    ]
  return [
    { kind: 'plan', id, to: { own: { ...plan.own, ...Object.fromEntries(periodIds.map((each) => [each, set])) } } },
  ]
}

/** Whether a period has a method or weights that are not the class's. */
export function differs(snapshot: ClassSnapshot, period: Period): boolean {
  const plan = planOf(snapshot)
  const own = plan.own[period.id]
  if (!own) return false
  return (
    own.method !== plan.method ||
    categoriesOf(snapshot).some((each) => (own.weights[each.id] ?? each.weight) !== each.weight)
  )
}
