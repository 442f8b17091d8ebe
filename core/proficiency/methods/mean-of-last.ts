import { meanOf } from './mean'
import type { LevelMethod } from './method'

/** The mean of the newest N pieces of evidence, or of all where there are fewer. @example of 1, 4, 4, 4 with N = 3: 4 */
export const meanOfLast: LevelMethod = { value: (levels, { last }) => meanOf(levels.slice(-last)) }
