import { gradingPeriods } from '../calendar/periods'
import { categoriesOf, planOf, rulesOf, type CategoryRule } from '../plan/rules'
import { thousandths } from '../number/decimal'
import { tenths } from '../number/plain'
import { ratio } from '../number/ratio'
import type { Desired } from '../desired'
import type { Find } from './looseend'

/** Category weights that do not come to 100, the class's or a period's own. Extra credit is in no sum. */
export const weights: Find = (snapshot) => {
  const plan = planOf(snapshot)
  const own = gradingPeriods(snapshot.periods).filter((period) => plan.own[period.id]?.method === 'categories')
  const sets = own.map((period) => ({
    of: period.title as string | null,
    rules: rulesOf(snapshot, plan, period).categories,
  }))
  if (plan.method === 'categories')
    sets.unshift({ of: null, rules: categoriesOf(snapshot).map((category) => ({ category, weight: category.weight })) })
  return sets.flatMap(({ of, rules }) => {
    const counted = rules.filter(({ category }) => category.counts && !category.extraCredit)
    const sum = counted.reduce((total, { weight }) => total + thousandths(weight), 0)
    if (sum === 100_000 || counted.length === 0) return []
    return [
      {
        code: 'weights' as const,
        message: { code: 'end.weights' as const, period: of, sum: sum / 1000 },
        mend: { view: 'plan' as const },
        ...(of === null && sum > 0
          ? {
              fixes: [
                { message: { code: 'mend.weights-100' as const }, kind: 'plan' as const, desired: made100(counted) },
              ],
            }
          : {}),
      },
    ]
  })
}

/** The same shares with a sum of 100; what rounding to a tenth leaves goes to the largest. */
export function made100(rules: readonly CategoryRule[]): Desired[] {
  const sum = rules.reduce((total, { weight }) => total + thousandths(weight), 0)
  const scaled = rules.map(({ category, weight }) => ({
    id: category.id,
    tenths: thousandths(tenths(ratio(thousandths(weight) * 100, sum))) / 100,
  }))
  const rest = 1000 - scaled.reduce((total, each) => total + each.tenths, 0)
  const largest = scaled.reduce((best, each) => (each.tenths > best.tenths ? each : best))
  largest.tenths += rest
  return scaled.map(({ id, tenths }) => ({ kind: 'category', id, to: { weight: String(tenths / 10) } }))
}
