import { add, multiply, ofDecimal, subtract } from '../../number/ratio'
import type { LevelMethod } from './method'

const ONE = ofDecimal('1')

/**
 * v1 = e1; vk = d × ek + (1 − d) × v(k−1): each new piece of evidence speaks with the share d, all before it with the rest.
 * Source: exponential smoothing, as in any handbook of time series; from memory.
 *
 * @example of 2, 3, 4 with d = 0.65: 3.5275
 */
export const decayingAverage: LevelMethod = {
  value: (levels, { decay }) => {
    const newest = ofDecimal(decay)
    const older = subtract(ONE, newest)
    return levels.reduce((value, level) => add(multiply(newest, level), multiply(older, value)))
  },
}
