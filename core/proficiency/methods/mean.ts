import { z } from 'zod'
import { levelMethod } from './method'
import { evenly, summed } from './shares'
import type { Ratio } from '../../number/ratio'

/** The arithmetic mean of levels. */
export const meanOf = (levels: readonly Ratio[]): Ratio =>
  summed(
    levels,
    evenly(levels, () => true),
  )

/** The arithmetic mean: Σe / n. @example of 2, 3, 4, 4: 3.25 */
export const mean = levelMethod({
  settings: z.strictObject({ method: z.literal('mean') }),
  blank: { method: 'mean' },
  value: meanOf,
  shares: (levels) => evenly(levels, () => true),
})
