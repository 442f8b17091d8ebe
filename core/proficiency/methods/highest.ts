import { z } from 'zod'
import { compare } from '../../number/ratio'
import { levelMethod } from './method'
import { only } from './shares'

/** The highest level that was ever shown. @example of 1, 4, 2: 4 */
export const highest = levelMethod({
  settings: z.strictObject({ method: z.literal('highest') }),
  blank: { method: 'highest' },
  value: (levels) => levels.reduce((best, each) => (compare(each, best) > 0 ? each : best)),
  shares: (levels) =>
    only(
      levels,
      levels.reduce((best, each, at) => (compare(each, levels[best]!) > 0 ? at : best), 0),
    ),
})
