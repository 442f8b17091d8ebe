import { tenThousandths, thousandths, type Decimal } from '../number/decimal'
import { times } from '../number/int'
import { ratio, type Ratio } from '../number/ratio'
import { shareOfLabel, type GradingScale } from '../scales/grading'
import { levelOf, type ProficiencyScale } from '../scales/proficiency'
import type { Value } from './score'

/** The scales that give labels and levels their percent. */
export interface WorthScales {
  scale: GradingScale
  levels: ProficiencyScale
}

/** What a value is worth: points earned, and their share of the points possible (null where those are 0). */
export interface Worth {
  earned: Ratio
  share: Ratio | null
}

/**
 * The worth of a typed value: points as they stand; a percent, label or level as that share of the points possible,
 * unrounded. Where the points possible are 0 only points are worth anything.
 *
 * @param possible points possible
 * @returns null for a label that is no longer on the scale, or a level that has no percent
 * @example worthOf({ percent: '50' }, '10', scales) // 5 points, a share of 1/2
 */
export function worthOf(value: Value, possible: Decimal, scales: WorthScales): Worth | null {
  const most = thousandths(possible)
  if ('points' in value) {
    const points = thousandths(value.points)
    return { earned: ratio(points, 1000), share: most === 0 ? null : ratio(points, most) }
  }
  const share = shareOfTyped(value, scales)
  if (share === null) return null
  return { earned: ratio(times(share.n, most), times(share.d, 1000)), share: most === 0 ? null : share }
}

/** The share of the points possible that a percent, a label or a level stands for; null where it stands for none. */
export function shareOfTyped(value: Exclude<Value, { points: Decimal }>, { scale, levels }: WorthScales): Ratio | null {
  if ('percent' in value) return percentShare(value.percent)
  if ('label' in value) return shareOfLabel(scale, value.label)
  const percent = levelOf(levels, value.level)?.percent
  return percent === undefined ? null : ratio(tenThousandths(percent), 1_000_000)
}

const percentShare = (percent: Decimal): Ratio => ratio(thousandths(percent), 100_000)
