import type Fraction from 'fraction.js'
import type { Override, Plan } from '../acts/records'
import { thousandths } from '../number/decimal'
import { doubles, fractions } from '../number/field'
import { roundDecimal, settle } from '../number/round'
import { labelOf, percentOfLabel } from '../scales/grading'

/** A grade as displayed, with the unrounded value that means are made of. */
export interface Grade {
  /** Digits as displayed; null where only a label stands. */
  percent: string | null
  label: string
  approx: number
  exactly: () => Fraction
}

/** A computed percent, rounded by the plan and given its label. */
export function gradeOf(plan: Readonly<Plan>, approx: number, exactly: () => Fraction): Grade {
  const percent = settle(approx, plan.places, exactly)
  return { percent, label: labelOf(plan.scale, percent), approx, exactly }
}

/** Whether the teacher has put a grade of their own. */
export const isOverridden = (override: Readonly<Override>) => override.percent !== null || override.label !== null

/** The teacher's own grade as displayed, or null where there is none. */
export function overriddenGrade(plan: Readonly<Plan>, override: Readonly<Override>): Grade | null {
  if (!isOverridden(override)) return null
  const typed = override.percent
  const label = override.label ?? labelOf(plan.scale, roundDecimal(typed!, plan.places))
  const approx = typed === null ? (percentOfLabel(doubles, plan.scale, label) ?? 0) : Number(typed)
  return {
    percent: typed === null ? null : roundDecimal(typed, plan.places),
    label,
    approx,
    exactly: () =>
      typed === null ? (percentOfLabel(fractions, plan.scale, label) ?? fractions.zero) : fractions.of(typed),
  }
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
  if ('percent' in typed)
    return { percent: typed.percent, label: labelOf(plan.scale, roundDecimal(typed.percent, plan.places)) }
  const worth = percentOfLabel(fractions, plan.scale, typed.label)
  return { label: typed.label, percent: worth === null ? '0' : decimalOf(worth) }
}

/**
 * Whether the two halves of an override agree: the percent has that label, or is the percent that the label stands for.
 */
export function agrees(plan: Readonly<Plan>, override: Readonly<Override>): boolean {
  if (override.percent === null || override.label === null) return true
  if (labelOf(plan.scale, roundDecimal(override.percent, plan.places)) === override.label) return true
  const worth = percentOfLabel(fractions, plan.scale, override.label)
  return worth !== null && thousandths(decimalOf(worth)) === thousandths(override.percent)
}

/** The middle of a range may need a fourth decimal; an override keeps three, half up. */
const decimalOf = (worth: Fraction) => String(worth.mul(1000).add('1/2').floor().valueOf() / 1000)
