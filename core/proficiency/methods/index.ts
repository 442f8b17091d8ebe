import { z } from 'zod'
import { ofDecimal, type Ratio } from '../../number/ratio'
import type { ProficiencyScale } from '../../scales/proficiency'
import { decayingAverage } from './decaying-average'
import { highest } from './highest'
import { mean } from './mean'
import { meanOfLast } from './mean-of-last'
import { median } from './median'
import type { LevelMethod, ScaleEnds } from './method'
import { mode } from './mode'
import { mostRecent } from './most-recent'
import { powerLaw } from './power-law'

/** Every way of making a level of evidence, by the name that a plan gives it. A new one is its file and its line here. */
export const levelMethods = {
  'most recent': mostRecent,
  'mean of the last': meanOfLast,
  mean,
  median,
  highest,
  mode,
  'decaying average': decayingAverage,
  'power law': powerLaw,
}
export type MethodName = keyof typeof levelMethods
export const methodNames = Object.keys(levelMethods) as MethodName[]

/** A method by its name, with the settings that it has. */
export const calculation = z.discriminatedUnion('method', [
  mostRecent.settings,
  meanOfLast.settings,
  mean.settings,
  median.settings,
  highest.settings,
  mode.settings,
  decayingAverage.settings,
  powerLaw.settings,
])
export type Calculation = z.infer<typeof calculation>

const methodOf = ({ method }: Calculation) => levelMethods[method] as unknown as LevelMethod

/** The values of a scale's lowest and highest level. */
const endsOf = ({ levels }: ProficiencyScale): ScaleEnds => [
  ofDecimal(levels.at(-1)!.value),
  ofDecimal(levels[0]!.value),
]

/** Whether a method makes sense on a scale. @example methodFits('power law', fromZeroToFour) // false */
export const methodFits = (method: MethodName, scale: ProficiencyScale): boolean =>
  scale.levels.length === 0 || (levelMethods[method] as LevelMethod).fits?.(endsOf(scale)) !== false

/**
 * The numeric value of evidence by a method and its settings.
 *
 * @param levels values of the levels, oldest first, at least one
 * @example valueOf({ method: 'mean' }, [two, three], scale) // 5/2
 */
export const valueOf = (how: Calculation, levels: readonly Ratio[], scale: ProficiencyScale): Ratio =>
  methodOf(how).value(levels, how, endsOf(scale))

/** With what share each piece of evidence is in the value, or null where the method makes no such sum. */
export const sharesOf = (how: Calculation, levels: readonly Ratio[]): Ratio[] | null =>
  methodOf(how).shares?.(levels, how) ?? null
