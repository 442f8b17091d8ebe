import { thousandths, type Decimal } from '../number/decimal'
import type { GradingScale } from '../scales/grading'

/** What makes a teacher look twice at a grade. */
export const outlierCodes = ['big change', 'near a bound', 'below the line', 'override far away'] as const
export type OutlierCode = (typeof outlierCodes)[number]

/** One student's grade as displayed, beside the scores' own and the last period's; null where there is none. */
export interface LookedAt {
  effective: Decimal | null
  computed: Decimal | null
  before: Decimal | null
}

/** In thousandths of a percent. */
const BIG_CHANGE = 10_000
const NEAR = 500
const FAR = 5_000

/**
 * Why a grade is worth a second look: ten points from the last period, less than half a point under the next bound, below
 * the plan's line, or an override five points from the scores.
 *
 * @example outliers({ effective: '89.7', computed: '89.7', before: '88' }, plan) // ['near a bound'] with A- from 90
 */
export function outliers(
  { effective, computed, before }: LookedAt,
  { scale, lowLine }: { scale: Pick<GradingScale, 'steps'>; lowLine: Decimal },
): OutlierCode[] {
  if (effective === null) return []
  const at = thousandths(effective)
  const apart = (other: Decimal | null) => (other === null ? 0 : Math.abs(at - thousandths(other)))
  const toNext = scale.steps.map(({ from }) => thousandths(from) - at).filter((step) => step > 0)
  return [
    ...(apart(before) >= BIG_CHANGE ? (['big change'] as const) : []),
    ...(toNext.length && Math.min(...toNext) <= NEAR ? (['near a bound'] as const) : []),
    ...(at < thousandths(lowLine) ? (['below the line'] as const) : []),
    ...(apart(computed) >= FAR ? (['override far away'] as const) : []),
  ]
}
