import { z } from 'zod'
import { decimal } from '../../fields'
import { multiply, ofDecimal, subtract, type Ratio } from '../../number/ratio'
import { levelMethod } from './method'
import { summed } from './shares'

const ONE = ofDecimal('1')
const settings = z.strictObject({
  method: z.literal('decaying average'),
  /** How loud the newest evidence speaks, from 0.5 to 0.9. */
  decay: decimal.refine((text) => Number(text) >= 0.5 && Number(text) <= 0.9, 'field.decay'),
})

/** The newest has d, the one before it d × (1 − d), and so on; the first has what is left. */
function shares(levels: readonly Ratio[], { decay }: z.infer<typeof settings>): Ratio[] {
  const newest = ofDecimal(decay)
  const older = subtract(ONE, newest)
  let left = ONE
  return levels
    .map((_, at) => {
      const share = at === levels.length - 1 ? left : multiply(left, newest)
      left = multiply(left, older)
      return share
    })
    .reverse()
}

/**
 * v1 = e1; vk = d × ek + (1 − d) × v(k−1): each new piece of evidence speaks with the share d, all before it with the rest.
 * Source: exponential smoothing, as in any handbook of time series; from memory.
 *
 * @example of 2, 3, 4 with d = 0.65: 3.5275
 */
export const decayingAverage = levelMethod({
  settings,
  blank: { method: 'decaying average', decay: '0.65' },
  value: (levels, given) => summed(levels, shares(levels, given)),
  shares,
})
