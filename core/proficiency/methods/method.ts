import type { Ratio } from '../../number/ratio'
import type { ProficiencySettings } from '../settings'

/** The settings that methods read. */
export type LevelSettings = Pick<ProficiencySettings, 'last' | 'decay'>

/** The values of a scale's lowest and highest level. */
export type ScaleEnds = readonly [lowest: Ratio, highest: Ratio]

/** A way of making one value of evidence. */
export interface LevelMethod {
  /**
   * The numeric value of the evidence.
   *
   * @param levels values of the levels, oldest first, at least one
   */
  value(levels: readonly Ratio[], settings: LevelSettings, ends: ScaleEnds): Ratio
  /** Whether it makes sense on a scale; left out, on every one. */
  fits?(ends: ScaleEnds): boolean
}
