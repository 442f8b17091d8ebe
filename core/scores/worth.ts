import { thousandths, type Decimal } from '../number/decimal'
import type { Ratio } from '../number/ratio'
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
    return { earned: { n: points, d: 1000 }, share: most === 0 ? null : { n: points, d: most } }
  }
  const share = shareOfTyped(value, scales)
  if (share === null) return null
  return { earned: { n: share.n * most, d: share.d * 1000 }, share: most === 0 ? null : share }
}

function shareOfTyped(value: Exclude<Value, { points: Decimal }>, { scale, levels }: WorthScales): Ratio | null {
  if ('percent' in value) return { n: thousandths(value.percent), d: 100_000 }
  if ('label' in value) return shareOfLabel(scale, value.label)
  const percent = levelOf(levels, value.level)?.percent
  return percent === undefined ? null : { n: thousandths(percent), d: 100_000 }
}
