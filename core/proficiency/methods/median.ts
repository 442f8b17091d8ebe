import { compare } from '../../number/ratio'
import { meanOf } from './mean'
import type { LevelMethod } from './method'

/** The one in the middle by size, or the mean of the two that are. @example of 1, 2, 4, 4: 3 */
export const median: LevelMethod = {
  value: (levels) => {
    const sorted = levels.toSorted(compare)
    const at = (sorted.length - 1) / 2
    return meanOf([sorted[Math.floor(at)]!, sorted[Math.ceil(at)]!])
  },
}
