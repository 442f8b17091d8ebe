import { thousandths, type Decimal } from '../number/decimal'

/** One level of a proficiency scale. `value` orders the levels and enters means. */
export interface Level {
  value: Decimal
  label: string
  short: string
  description: string
  /** The percent that a score in this level is worth, where the district gives one. */
  percent?: Decimal
  /** The percent of an assignment's points from which on they show this level, where the district gives one. */
  from?: Decimal
}

export interface ProficiencyScale {
  id: string
  name: string
  /** Highest first. */
  levels: Level[]
}

/** The scale's level of exactly that value, or null. */
export function levelOf(scale: ProficiencyScale, value: Decimal | null): Level | null {
  if (value === null) return null
  return scale.levels.find((level) => thousandths(level.value) === thousandths(value)) ?? null
}

/**
 * How deep the dye of a level is, from 0 (the lowest) to 1 (the highest), by its place among the levels.
 */
export function depthOf(scale: ProficiencyScale, value: Decimal): number {
  const at = scale.levels.findIndex((level) => thousandths(level.value) === thousandths(value))
  return scale.levels.length < 2 ? 1 : 1 - at / (scale.levels.length - 1)
}
