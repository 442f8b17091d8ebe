import { decayingAverage } from './decaying-average'
import { highest } from './highest'
import { mean } from './mean'
import { meanOfLast } from './mean-of-last'
import { median } from './median'
import { ofDecimal } from '../../number/ratio'
import type { ProficiencyScale } from '../../scales/proficiency'
import type { ProficiencySettings } from '../settings'
import type { LevelMethod, ScaleEnds } from './method'
import { mode } from './mode'
import { mostRecent } from './most-recent'
import { powerLaw } from './power-law'

/** Every way of making a level of evidence, by the name that a plan gives it. */
export const levelMethods: Readonly<Record<ProficiencySettings['method'], LevelMethod>> = {
  'most recent': mostRecent,
  'mean of the last': meanOfLast,
  mean,
  median,
  highest,
  mode,
  'decaying average': decayingAverage,
  'power law': powerLaw,
}

/** The values of a scale's lowest and highest level. */
export const endsOf = ({ levels }: ProficiencyScale): ScaleEnds => [
  ofDecimal(levels.at(-1)!.value),
  ofDecimal(levels[0]!.value),
]

/** Whether a method makes sense on a scale. @example methodFits('power law', fromZeroToFour) // false */
export const methodFits = (method: ProficiencySettings['method'], scale: ProficiencyScale): boolean =>
  scale.levels.length === 0 || levelMethods[method].fits?.(endsOf(scale)) !== false
