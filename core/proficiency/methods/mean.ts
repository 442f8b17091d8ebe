import { divide, sum, type Ratio } from '../../number/ratio'
import type { LevelMethod } from './method'

/** sum(levels) / number of levels. @example meanOf([2, 3, 4]) is 3 */
export const meanOf = (levels: readonly Ratio[]): Ratio => divide(sum(levels), { n: levels.length, d: 1 })

/** The mean of all evidence. */
export const mean: LevelMethod = { value: (levels) => meanOf(levels) }
