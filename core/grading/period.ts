import type { Assignment, Plan } from '../acts/records'
import type { Field } from '../number/field'
import { earned } from '../scores/contribution'
import type { Value } from '../scores/score'

/** One contributing score of one student in one period. */
export interface Item {
  assignment: Readonly<Assignment>
  value: Value
}

export interface WeightedCategory {
  id: string
  weight: string
}

/** Percent of each category and of the period, unrounded; null where there is no grade. */
export interface PeriodPercent<T> {
  categories: Map<string, T | null>
  total: T | null
}

/**
 * The grade of one student in one period, from the scores that contribute.
 *
 * - a category: `100 × sum(multiplier × earned) / sum(multiplier × possible)`
 * - method *categories*: `sum(weight × category) / sum(weight)` over the categories that have a result, so that an empty
 *   category's weight is shared out among the others in proportion
 * - method *points*: the sums of a category, over everything
 *
 * @param field the arithmetic: doubles, or exact fractions
 * @example periodPercent(doubles, plan, [{ id: 'tests', weight: '70' }], items).total // 98.888…
 */
export function periodPercent<T>(
  field: Field<T>,
  plan: Readonly<Plan>,
  categories: readonly WeightedCategory[],
  items: readonly Item[],
): PeriodPercent<T> {
  const results = new Map<string, T | null>()
  let upper = field.zero
  let lower = field.zero
  for (const { id, weight } of categories) {
    const result = ratio(field, plan, items, id)
    results.set(id, result)
    if (result === null) continue
    upper = field.add(upper, field.mul(field.of(weight), result))
    lower = field.add(lower, field.of(weight))
  }
  if (plan.method === 'points') return { categories: results, total: ratio(field, plan, items) }
  return { categories: results, total: field.isZero(lower) ? null : field.div(upper, lower) }
}

/** The percent of the items of one category, or of all of them. */
function ratio<T>(field: Field<T>, plan: Readonly<Plan>, items: readonly Item[], categoryId?: string): T | null {
  let upper = field.zero
  let lower = field.zero
  for (const { assignment, value } of items) {
    if (categoryId !== undefined && assignment.categoryId !== categoryId) continue
    const points = earned(field, value, assignment, plan)
    if (points === null) continue
    const multiplier = field.of(assignment.multiplier)
    upper = field.add(upper, field.mul(multiplier, points))
    lower = field.add(lower, field.mul(multiplier, field.of(assignment.points)))
  }
  return field.isZero(lower) ? null : field.div(field.mul(upper, field.of('100')), lower)
}
