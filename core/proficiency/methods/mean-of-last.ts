import { z } from 'zod'
import { meanOf } from './mean'
import { levelMethod } from './method'
import { evenly } from './shares'

/** The mean of the newest N pieces of evidence, or of all where there are fewer. @example of 1, 4, 4, 4 with N = 3: 4 */
export const meanOfLast = levelMethod({
  settings: z.strictObject({ method: z.literal('mean of the last'), last: z.int().min(1).max(20) }),
  blank: { method: 'mean of the last', last: 3 },
  value: (levels, { last }) => meanOf(levels.slice(-last)),
  shares: (levels, { last }) => evenly(levels, (_, at) => at >= levels.length - last),
})
