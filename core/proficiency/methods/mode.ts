import { compare } from '../../number/ratio'
import type { LevelMethod } from './method'

/** The most frequent level; of several as frequent, the highest. @example of 1, 1, 3, 3, 2: 3 */
export const mode: LevelMethod = {
  value: (levels) => {
    const count = (level: (typeof levels)[number]) => levels.filter((each) => compare(each, level) === 0).length
    return levels.reduce((best, each) => ((count(each) - count(best) || compare(each, best)) > 0 ? each : best))
  },
}
