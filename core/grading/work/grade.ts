import type { Plan } from '../../plan/plan'
import type { Period } from '../../calendar/periods'
import { divide, HUNDRED, multiply, ofDecimal, sum, type Ratio } from '../../number/ratio'
import type { Student } from '../../section'
import { compose, type Composed } from '../compose'
import { capped, gradeOf, type Grade } from '../grade'
import type { PeriodWork } from './period'

/** One child period in the making of a longer one's grade. */
export interface ChildWork {
  work: GradeWork
  weight: Ratio
  /** What enters: the effective grade, exact or as displayed; null where the child has none and is left out. */
  enters: Ratio | null
  /** The weight as it acts, of 100, among the children that have a grade. */
  effectiveWeight: Ratio | null
}

/** How a longer period's grade is composed of those of the periods below it. */
export interface ComposedWork {
  made: 'of periods'
  /** Whether the plan computes no grade here. */
  isNone: boolean
  enters: 'exact' | 'displayed'
  children: ChildWork[]
  total: Ratio | null
  /** What the same children make when they enter exact, where that changes the grade that is shown. */
  unrounded: Grade | null
}

/** A grade with everything that it was made of, down to the scores. */
export interface GradeWork {
  student: Student
  period: Period
  how: PeriodWork | ComposedWork
  /** The total, where a cap took something off it. */
  capped: Ratio | null
  computed: Grade | null
  override: Grade | null
  /** The override if there is one, else the computed grade. */
  effective: Grade | null
  /** What is reported: the effective grade with its course-level points. */
  reported: Grade | null
}

/**
 * How a composed grade comes about, from the work of its children.
 *
 * @param total what was composed of them
 */
export function composedWork(
  plan: Readonly<Plan>,
  composed: Composed,
  total: Ratio | null,
  works: readonly GradeWork[],
): ComposedWork {
  const entering = (work: GradeWork) => {
    if (!work.effective) return null
    return composed.enters === 'exact' ? work.effective.value : ofDecimal(work.effective.percent)
  }
  const given = composed.children.map(({ weight }, at) => ({ work: works[at]!, weight, enters: entering(works[at]!) }))
  const weights = sum(given.flatMap(({ weight, enters }) => (enters === null ? [] : weight)))
  return {
    made: 'of periods',
    isNone: composed.isNone,
    enters: composed.enters,
    children: given.map((child) => ({
      ...child,
      effectiveWeight:
        child.enters === null || weights.n == 0 ? null : divide(multiply(child.weight, HUNDRED), weights),
    })),
    total,
    unrounded: unroundedOf(plan, composed, total, works),
  }
}

/** The grade that exact children make, where it is another one than is shown. */
function unroundedOf(plan: Readonly<Plan>, composed: Composed, total: Ratio | null, works: readonly GradeWork[]) {
  if (composed.enters === 'exact' || total === null) return null
  const exact = compose(composed, (id) => works.find(({ period }) => period.id === id)?.effective?.value ?? null)
  const [shown, other] = [gradeOf(plan, capped(plan, total)!), gradeOf(plan, capped(plan, exact)!)]
  return shown.percent === other.percent && shown.label === other.label ? null : other
}
