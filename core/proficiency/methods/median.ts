import { z } from 'zod'
import { compare, type Ratio } from '../../number/ratio'
import { levelMethod } from './method'
import { evenly, summed } from './shares'

/** The places of the evidence in the middle by size: one, or two. */
function middle(levels: readonly Ratio[]): number[] {
  const places = levels.map((_, at) => at).sort((a, b) => compare(levels[a]!, levels[b]!) || a - b)
  const at = (places.length - 1) / 2
  return [...new Set([places[Math.floor(at)]!, places[Math.ceil(at)]!])]
}
const shares = (levels: readonly Ratio[]) => {
  const places = middle(levels)
  return evenly(levels, (_, at) => places.includes(at))
}

/** The one in the middle by size, or the mean of the two that are. @example of 1, 2, 4, 4: 3 */
export const median = levelMethod({
  settings: z.strictObject({ method: z.literal('median') }),
  blank: { method: 'median' },
  value: (levels) => summed(levels, shares(levels)),
  shares,
})
