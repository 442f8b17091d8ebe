import type { Override } from './override'
import type { Plan } from '../plan/plan'
import { thousandths, type Decimal } from '../number/decimal'
import { add, compare, HUNDRED, multiply, ofDecimal, type Ratio } from '../number/ratio'
import { round, roundDecimal, toDecimal } from '../number/round'
import { labelOf, labelOfShown, shareOfLabel } from '../scales/grading'

/** A number as displayed, with its exact value for means and for whoever asks. */
export interface Shown {
  /** Digits as displayed. */
  percent: string
  value: Ratio
}

/** A grade as displayed, with the unrounded percent that means are made of. */
export interface Grade extends Shown {
  label: string
}

/** A percent, rounded by the plan and given its label. @example gradeOf(plan, ofDecimal('88.66')).percent // '88.7' */
export function gradeOf(plan: Readonly<Plan>, value: Ratio): Grade {
  const percent = round(value, plan)
  const label = plan.labelFrom === 'exact' ? labelOf(plan.scale, value) : labelOfShown(plan.scale, percent)
  return { percent, label, value }
}

/**
 * Whether a grade lies below the plan's line: as displayed, so that nobody has to guess what is behind the digits.
 *
 * @example isBelowLine({ lowLine: '70' }, { percent: '69.9' }) // true
 */
export const isBelowLine = ({ lowLine }: Pick<Plan, 'lowLine'>, grade: Pick<Shown, 'percent'>): boolean =>
  thousandths(grade.percent) < thousandths(lowLine)

/** A computed percent under the plan's cap. */
export function capped(plan: Readonly<Plan>, value: Ratio | null): Ratio | null {
  const cap = plan.cap === null ? null : ofDecimal(plan.cap)
  return cap && value && compare(value, cap) > 0 ? cap : value
}

/** Whether course-level points are added to the grade of the period when it is reported. */
export const addsPoints = (plan: Readonly<Plan>, periodId: string) =>
  plan.coursePoints.periodIds.includes(periodId) && plan.coursePoints.points !== '0'

/** The grade as reported: with its course-level points, unrounded, overridden or not, then rounded and lettered. */
export const reportedGrade = (plan: Readonly<Plan>, periodId: string, effective: Grade): Grade =>
  addsPoints(plan, periodId) ? gradeOf(plan, add(effective.value, ofDecimal(plan.coursePoints.points))) : effective

/** Whether the teacher has put a grade of their own. */
export const isOverridden = (override: Readonly<Override>) => override.percent !== null || override.label !== null

/** The percent of a teacher's own grade: the one typed, or what its label stands for. Null where there is none. */
export function overridePercent(plan: Readonly<Plan>, override: Readonly<Override>): Ratio | null {
  if (override.percent !== null) return ofDecimal(override.percent)
  const share = override.label === null ? null : shareOfLabel(plan.scale, override.label)
  return share && multiply(share, HUNDRED)
}

/** The teacher's own grade as displayed, or null where there is none. */
export function overriddenGrade(plan: Readonly<Plan>, override: Readonly<Override>): Grade | null {
  const percent = overridePercent(plan, override)
  if (percent === null) return null
  const grade = gradeOf(plan, percent)
  return override.label === null ? grade : { ...grade, label: override.label }
}

/**
 * Completes an override: a label typed fills in its percent, a percent typed fills in its label.
 *
 * @example completed(plan, { label: 'B-' }) // { label: 'B-', percent: '81.5' }
 */
export function completed(
  plan: Readonly<Plan>,
  typed: { percent: string } | { label: string },
): { percent: string; label: string } {
  if ('percent' in typed) return { percent: typed.percent, label: labelOfTyped(plan, typed.percent) }
  const share = shareOfLabel(plan.scale, typed.label)
  return { label: typed.label, percent: share === null ? '0' : percentOf(share) }
}

/**
 * Whether the two halves of an override agree: the percent has that label, or is the percent that the label stands for.
 */
export function agrees(plan: Readonly<Plan>, override: Readonly<Override>): boolean {
  if (override.percent === null || override.label === null) return true
  if (labelOfTyped(plan, override.percent) === override.label) return true
  const share = shareOfLabel(plan.scale, override.label)
  return share !== null && thousandths(percentOf(share)) === thousandths(override.percent)
}

function labelOfTyped(plan: Readonly<Plan>, percent: string): string {
  return labelOfShown(plan.scale, plan.labelFrom === 'exact' ? percent : roundDecimal(percent, plan))
}

/** The middle of a range may need a fourth decimal; an override keeps three, half up. */
const percentOf = (share: Ratio): Decimal => toDecimal(multiply(share, HUNDRED))
