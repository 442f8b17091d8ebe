import { minus } from '../number/int'
import { compare, ofDecimal, subtract, type Ratio } from '../number/ratio'
import { round } from '../number/round'
import { allowedLevels, type Level, type ProficiencyScale } from '../scales/proficiency'
import type { EvidenceItem } from './evidence-of'
import { methodFits, sharesOf, valueOf } from './methods'
import type { ProficiencySettings } from './settings'

/** What the plan's method makes of evidence: the numeric value, and the level nearest to it. */
export interface CalculatedLevel {
  exact: Ratio
  /** Two decimals, half up. */
  value: string
  level: Level
}

/** Names the level of an exact value. */
export const named = (scale: ProficiencyScale, exact: Ratio): CalculatedLevel => ({
  exact,
  value: round(exact, { places: 2, rounding: 'half up' }),
  level: nearest(scale, exact),
})

/**
 * The calculated level by the plan's method; ties go up.
 *
 * @returns null when there is not enough evidence, or the method makes no sense on the scale
 * @example calculatedLevel(settings, scale, evidence)?.level.short // '3'
 */
export function calculatedLevel(
  settings: ProficiencySettings,
  scale: ProficiencyScale,
  evidence: readonly EvidenceItem[],
): CalculatedLevel | null {
  if (evidence.length < settings.leastEvidence || scale.levels.length === 0) return null
  if (!methodFits(settings.calculation.method, scale)) return null
  const levels = evidence.map((each) => ofDecimal(each.level))
  return named(scale, valueOf(settings.calculation, levels, scale))
}

/** With what share each piece of evidence is in the calculated value, as `0.65`; null where the method makes no sum. */
export function sharesShown(settings: ProficiencySettings, evidence: readonly EvidenceItem[]): string[] | null {
  if (evidence.length === 0) return null
  const shares = sharesOf(
    settings.calculation,
    evidence.map((each) => ofDecimal(each.level)),
  )
  return shares?.map((share) => round(share, { places: 2, rounding: 'half up' })) ?? null
}

/** The level nearest to a value among those that the scale allows; of two as near, the higher. */
function nearest(scale: ProficiencyScale, value: Ratio): Level {
  const gap = (level: Level) => {
    const { n, d } = subtract(ofDecimal(level.value), value)
    return { n: n < 0 ? minus(0, n) : n, d }
  }
  return allowedLevels(scale).reduce((best, level) => (compare(gap(level), gap(best)) < 0 ? level : best))
}
