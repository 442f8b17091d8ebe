import Fraction from 'fraction.js'
import { jointId, record, type Plan } from '../../acts/records'
import { childrenOf, type Period } from '../../calendar/periods'
import { toFraction } from '../../number/ratio'
import type { Student } from '../../section'
import type { GradingContext } from '../context'
import { gradeOf, overriddenGrade, overridePercent, type Grade } from '../grade'
import { periodWork, type PeriodWork } from './period'

/** One child period in the making of a longer one's grade. */
export interface ChildWork {
  work: GradeWork
  weight: Fraction
  /** What enters: the effective grade, exact or as displayed; null where the child has none and is left out. */
  enters: Fraction | null
  /** The weight as it acts, of 100, among the children that have a grade. */
  acts: Fraction | null
}

/** How a longer period's grade is composed of those of the periods below it. */
export interface ComposedWork {
  made: 'of periods'
  enters: 'exact' | 'displayed'
  children: ChildWork[]
  total: Fraction | null
  /** What the same children make when they enter exact, where the difference can be seen. */
  unrounded: Grade | null
}

/** A grade with everything that it was made of, down to the scores. */
export interface GradeWork {
  student: Student
  period: Period
  how: PeriodWork | ComposedWork
  /** The total, where a cap took something off it. */
  capped: Fraction | null
  computed: Grade | null
  override: Grade | null
  /** The override if there is one, else the computed grade. */
  effective: Grade | null
  /** The grade as reported, where course-level points are added to it. */
  reported: Grade | null
}

/**
 * How one student's grade of a period, short or long, comes about: in exact fractions, down to the cells.
 *
 * @example gradeWork(contextOf(snapshot), student, semester).how.made // 'of periods'
 */
export function gradeWork(context: GradingContext, student: Student, period: Period): GradeWork {
  const { snapshot, plan } = context
  const composition = context.composition(period)
  const how =
    composition?.rule === 'compose'
      ? composedWork(context, student, period, composition)
      : periodWork(context, student, period)
  const cap = plan.cap === null ? null : new Fraction(plan.cap)
  const isCapped = cap !== null && how.total !== null && how.total.gt(cap)
  const computed = exactGrade(plan, isCapped ? cap : how.total)
  const typed = record(snapshot.records, 'override', jointId(student.id, period.id))
  const own = overridePercent(plan, typed)
  const override = overriddenGrade(plan, typed)
  const effective = override ?? computed
  const exact = own ? toFraction(own) : computed && computed.exactly()
  return {
    student,
    period,
    how,
    capped: isCapped ? how.total : null,
    computed,
    override,
    effective,
    reported: exact && addsPoints(plan, period) ? exactGrade(plan, exact.add(plan.coursePoints.points)) : null,
  }
}

/** Whether course-level points are added to the grade of the period when it is reported. */
export const addsPoints = (plan: Readonly<Plan>, period: Pick<Period, 'id'>) =>
  plan.coursePoints.periodIds.includes(period.id) && plan.coursePoints.points !== '0'

function composedWork(
  context: GradingContext,
  student: Student,
  period: Period,
  { weights, enters }: { weights: Record<string, string>; enters: 'exact' | 'displayed' },
): ComposedWork {
  const { snapshot, plan } = context
  const works = childrenOf(snapshot.periods, period.id).map((child) => ({
    work: gradeWork(context, student, child),
    weight: new Fraction(weights[child.id]!),
  }))
  const exactly = works.map(({ work, weight }) => ({
    work,
    weight,
    enters: work.effective && work.effective.exactly(),
  }))
  const shown = works.map(({ work, weight }) => ({
    work,
    weight,
    enters: work.effective && new Fraction(work.effective.percent),
  }))
  const children = enters === 'exact' ? exactly : shown
  const total = weightedMean(children)
  const sum = weightsOf(children)
  const how: ComposedWork = {
    made: 'of periods',
    enters,
    children: children.map((child) => ({
      ...child,
      acts: child.enters === null || sum.n === 0n ? null : child.weight.mul(100).div(sum),
    })),
    total,
    unrounded: null,
  }
  if (enters === 'exact' || total === null) return how
  const [one, other] = [exactGrade(plan, total)!, exactGrade(plan, weightedMean(exactly))!]
  return one.percent === other.percent && one.label === other.label ? how : { ...how, unrounded: other }
}

interface Entering {
  weight: Fraction
  enters: Fraction | null
}
const weightsOf = (children: readonly Entering[]) =>
  children.reduce((sum, each) => (each.enters === null ? sum : sum.add(each.weight)), new Fraction(0))

/** sum(W × g) / sum(W) over those that have a grade; null where their weights come to 0. */
function weightedMean(children: readonly Entering[]): Fraction | null {
  const sum = weightsOf(children)
  if (sum.n === 0n) return null
  return children
    .reduce((all, { weight, enters }) => (enters === null ? all : all.add(weight.mul(enters))), new Fraction(0))
    .div(sum)
}

const exactGrade = (plan: Readonly<Plan>, value: Fraction | null): Grade | null =>
  value && gradeOf(plan, value.valueOf(), () => value)
