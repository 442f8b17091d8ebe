import { z } from 'zod'
import { levelMethod } from './method'
import { only } from './shares'

/** The last level by date. @example of 1, 4, 2: 2 */
export const mostRecent = levelMethod({
  settings: z.strictObject({ method: z.literal('most recent') }),
  blank: { method: 'most recent' },
  value: (levels) => levels.at(-1)!,
  shares: (levels) => only(levels, levels.length - 1),
})
