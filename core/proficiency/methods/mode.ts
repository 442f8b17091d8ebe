import { z } from 'zod'
import { compare, type Ratio } from '../../number/ratio'
import { levelMethod } from './method'
import { evenly } from './shares'

const isAs = (a: Ratio) => (b: Ratio) => compare(a, b) === 0

function mostFrequent(levels: readonly Ratio[]): Ratio {
  const count = (level: Ratio) => levels.filter(isAs(level)).length
  return levels.reduce((best, each) => ((count(each) - count(best) || compare(each, best)) > 0 ? each : best))
}

/** The most frequent level; of several as frequent, the highest. @example of 1, 1, 3, 3, 2: 3 */
export const mode = levelMethod({
  settings: z.strictObject({ method: z.literal('mode') }),
  blank: { method: 'mode' },
  value: mostFrequent,
  shares: (levels) => evenly(levels, isAs(mostFrequent(levels))),
})
