import { inSteps, type Ratio } from './ratio'
import { round } from './round'

/** Exact numbers as a person reads them. */

/**
 * An exact number as a person reads it: whole where it ends within three decimals, else cut there with a mark that it
 * goes on.
 *
 * @example plainly(ratio(266, 3)) // '88.666…'
 */
export function plainly(value: Ratio): string {
  const { whole, isAll } = inSteps(value, 1000)
  const cut = Number(whole) / 1000
  return isAll ? String(cut) : `${cut.toFixed(3)}…`
}

/** To one decimal, for shares of 100. @example tenths(ratio(100, 3)) // '33.3' */
export const tenths = (value: Ratio): string => round(value, { places: 1, rounding: 'half up' })
