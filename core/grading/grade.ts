import type Fraction from 'fraction.js'
import type { Override, Plan } from '../acts/records'
import { thousandths } from '../number/decimal'
import { toDouble, toFraction, type Ratio } from '../number/ratio'
import { reaches, roundDecimal, settle } from '../number/round'
import { labelOf, labelOfShown, shareOfLabel } from '../scales/grading'

/** A number known in doubles, with its exact value for whoever needs it. */
export interface Known {
  approx: number
  exactly: () => Fraction
}

/** A grade as displayed, with the unrounded percent that means are made of. */
export interface Grade extends Known {
  /** Digits as displayed. */
  percent: string
  label: string
}

/** A percent, rounded by the plan and given its label. */
export function gradeOf(plan: Readonly<Plan>, approx: number, exactly: () => Fraction): Grade {
  const percent = settle(approx, plan, exactly)
  const label =
    plan.labelFrom === 'exact'
      ? labelOf(plan.scale, (bound) => reaches(approx, bound, exactly))
      : labelOfShown(plan.scale, percent)
  return { percent, label, approx, exactly }
}

/** Whether the teacher has put a grade of their own. */
export const isOverridden = (override: Readonly<Override>) => override.percent !== null || override.label !== null

/** The percent of a teacher's own grade: the one typed, or what its label stands for. Null where there is none. */
export function overridePercent(plan: Readonly<Plan>, override: Readonly<Override>): Ratio | null {
  if (override.percent !== null) return { n: thousandths(override.percent), d: 1000 }
  const share = override.label === null ? null : shareOfLabel(plan.scale, override.label)
  return share && { n: share.n * 100, d: share.d }
}

/** The teacher's own grade as displayed, or null where there is none. */
export function overriddenGrade(plan: Readonly<Plan>, override: Readonly<Override>): Grade | null {
  const percent = overridePercent(plan, override)
  if (percent === null) return null
  const grade = gradeOf(plan, toDouble(percent), () => toFraction(percent))
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
  return { label: typed.label, percent: share === null ? '0' : decimalOf(share) }
}

/**
 * Whether the two halves of an override agree: the percent has that label, or is the percent that the label stands for.
 */
export function agrees(plan: Readonly<Plan>, override: Readonly<Override>): boolean {
  if (override.percent === null || override.label === null) return true
  if (labelOfTyped(plan, override.percent) === override.label) return true
  const share = shareOfLabel(plan.scale, override.label)
  return share !== null && thousandths(decimalOf(share)) === thousandths(override.percent)
}

function labelOfTyped(plan: Readonly<Plan>, percent: string): string {
  return labelOfShown(plan.scale, plan.labelFrom === 'exact' ? percent : roundDecimal(percent, plan))
}

/** The middle of a range may need a fourth decimal; an override keeps three, half up. */
const decimalOf = (share: Ratio) => String(Math.floor((share.n * 100_000) / share.d + 0.5) / 1000)
