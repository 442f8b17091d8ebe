import { gradeOf } from '../grading/grade'
import type { GradeWork } from '../grading/work/grade'
import type { Plan } from '../plan/plan'
import { round } from '../number/round'
import type { Ratio } from '../number/ratio'
import { tenths } from '../number/plain'
import type { GradePart } from '../families/grade-part'

type Families = Pick<Plan, 'families' | 'scale' | 'places' | 'rounding' | 'labelFrom'>

/**
 * What a grade is made of: a composed period lists its periods, any other its categories, with the weights that act. An
 * empty category's weight has gone to the others, so it has none.
 *
 * @returns empty where no grade is computed, or the plan shows families none
 * @example madeOf(plan, grades.work('ann', 's1')) // [{ name: 'Quarter 1', weight: '40.0', result: '88.7 B+' }, …]
 */
export function madeOf(plan: Families & Plan, { how }: GradeWork): GradePart[] {
  if (plan.families === 'neither') return []
  const shown = (percent: string, label: string) =>
    [plan.families === 'label' ? '' : percent, plan.families === 'percent' ? '' : label].filter(Boolean).join(' ')
  const weighed = (weight: Ratio | null) => weight && tenths(weight)
  if (how.made === 'of periods') {
    if (how.isNone) return []
    return how.children.map(({ work, effectiveWeight }) => ({
      name: work.period.title,
      weight: weighed(effectiveWeight),
      result: work.effective ? shown(work.effective.percent, work.effective.label) : { none: 'no grade yet' },
    }))
  }
  if (how.method === 'none' || how.exam) return []
  return how.categories.flatMap(({ category, effectiveWeight, result, why }) =>
    category === null || !category.counts
      ? []
      : {
          name: category.name,
          weight: weighed(effectiveWeight),
          // A category's letter is that of its percent; where families see percents, its percent says enough.
          result: result
            ? plan.families === 'label'
              ? gradeOf(plan, result).label
              : `${round(result, plan)} %`
            : { none: why! },
        },
  )
}
