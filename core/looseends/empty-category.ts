import { gradingPeriods } from '../calendar/periods'
import { assignmentsIn, planOf, rulesOf } from '../plan/rules'
import type { Find } from './looseend'

/** A weighted category with no assignment in a period that has some: its weight goes to the others. */
export const emptyCategory: Find = (snapshot) => {
  const plan = planOf(snapshot)
  return gradingPeriods(snapshot.periods)
    .filter((period) => period.kind !== 'exam')
    .flatMap((period) => {
      const { method, categories } = rulesOf(snapshot, plan, period)
      const assignments = assignmentsIn(snapshot, period)
      if (method !== 'categories' || assignments.length === 0) return []
      return categories
        .filter(
          ({ category, weight }) =>
            category.active &&
            category.counts &&
            !category.extraCredit &&
            weight !== '0' &&
            !assignments.some((each) => each.categoryId === category.id && each.counts),
        )
        .map(({ category, weight }) => ({
          code: 'empty-category' as const,
          message: { code: 'end.empty-category' as const, category: category.name, period: period.title, weight },
          mend: { view: 'plan' as const },
        }))
    })
}
