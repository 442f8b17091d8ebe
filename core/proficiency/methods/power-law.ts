import { z } from 'zod'
import { compare, ratio, toDouble, type Ratio } from '../../number/ratio'
import { levelMethod } from './method'

/** A power law has no exact value; it is kept to so many parts of one. */
const PARTS = 1e9

/**
 * Least squares of ln(level) on ln(k), k = 1..n, evaluated at n and kept within the scale; evidence that is all alike is
 * that level. A level of 0 or below has no logarithm, so it does not fit such a scale.
 * Source: the power law of practice, fitted as a line on logarithms; from memory.
 *
 * @example of 1, 2, 3, 4 on a scale from 1 to 4: 3.877…
 */
export const powerLaw = levelMethod({
  settings: z.strictObject({ method: z.literal('power law') }),
  blank: { method: 'power law' },
  fits: ([lowest]) => lowest.n > 0,
  value: (levels, _, [lowest, highest]) => {
    if (levels.every((each) => compare(each, levels[0]!) === 0)) return levels[0]!
    const fitted = within(fit(levels.map(toDouble)), lowest, highest)
    return typeof fitted === 'number' ? ratio(Math.round(fitted * PARTS), PARTS) : fitted
  },
})

function fit(levels: readonly number[]): number {
  const x = levels.map((_, at) => Math.log(at + 1))
  const y = levels.map((level) => Math.log(level))
  const [meanX, meanY] = [average(x), average(y)]
  const slope =
    x.reduce((sum, each, at) => sum + (each - meanX) * (y[at]! - meanY), 0) /
    x.reduce((sum, each) => sum + (each - meanX) ** 2, 0)
  return Math.exp(meanY + slope * (x.at(-1)! - meanX))
}

const average = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length

function within(value: number, lowest: Ratio, highest: Ratio): number | Ratio {
  return value <= toDouble(lowest) ? lowest : value >= toDouble(highest) ? highest : value
}
