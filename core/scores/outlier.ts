import { compare, multiply, ofDecimal, type Ratio } from '../number/ratio'
import { readDecimal } from '../number/decimal'
import type { Cell } from './cell'
import { valueText, type Value } from './score'

const TWICE = ofDecimal('2')
const TENFOLD = ofDecimal('10')
/** Of fewer other scores nobody can say what is usual. */
const FEWEST = 5

const pointsOf = (value: Value | null): string | null => (value && 'points' in value ? value.points : null)

/** Whether a score is more than twice the points possible and was not said to be meant: an 88 typed for an 8. */
export function isFarAbove({ value, meant }: Readonly<Pick<Cell, 'value' | 'meant'>>, possible: string): boolean {
  if (value === null) return false
  const [scored, of] =
    'points' in value ? [value.points, possible] : 'percent' in value ? [value.percent, '100'] : ['0', '0']
  const limit = 2 * Number(of)
  // A sheet asks for thousands: most are far from it. Doubles hold three decimals well enough to be sure of that.
  if (limit === 0 || Number(scored) < limit) return false
  return compare(ofDecimal(scored), multiply(ofDecimal(of), TWICE)) > 0 && meant !== valueText(value)
}

/**
 * Whether a score is at least ten times what is usual for its assignment, and was not said to be meant.
 *
 * @param usual the median of the points of the others, and of how many
 * @example isFarFromOthers({ value: { points: '80' }, meant: '' }, { median: ofDecimal('8'), count: 24 }) // true
 */
export function isFarFromOthers(
  { value, meant }: Readonly<Pick<Cell, 'value' | 'meant'>>,
  usual: { median: Ratio; count: number },
): boolean {
  const points = pointsOf(value)
  if (points === null || meant === points || usual.count < FEWEST) return false
  if (compare(usual.median, ofDecimal('0')) <= 0) return false
  return compare(ofDecimal(points), multiply(usual.median, TENFOLD)) >= 0
}

/**
 * What was probably meant: the score without the digit that was typed twice or too many; null where that is far above
 * the points possible as well, or nothing is left.
 *
 * @example probablyMeant('88', '3') // null, since 8 is more than twice 3 as well
 * @example probablyMeant('88', '5') // '8'
 */
export function probablyMeant(points: string, possible: string): string | null {
  const shorter = /^\d+$/.test(points) && points.length > 1 ? readDecimal(points.slice(0, -1)) : null
  return shorter !== null && compare(ofDecimal(shorter), multiply(ofDecimal(possible), TWICE)) <= 0 ? shorter : null
}
