import { halfBetween, readDecimal, thousandths, type Decimal } from '../number/decimal'

/** One level of a proficiency scale. `value` orders the levels and enters means. */
export interface Level {
  value: Decimal
  label: string
  short: string
  description: string
  /** The percent that a score in this level is worth, where the scale gives one; halfway, it can have a fourth decimal. */
  percent?: string
  /** The percent of an assignment's points from which on they show this level, where the scale gives one. */
  from?: Decimal
}

export interface ProficiencyScale {
  id: string
  name: string
  /** Highest first. */
  levels: Level[]
  /** Whether a level between two others can be given. */
  halves?: boolean
}

/** A scale that ships, or of the district's or the teacher's own. */
export type AvailableLevelScale = ProficiencyScale & { owner: 'shipped' | 'district' | 'mine' }

/** All levels that the scale allows, highest first: with half levels, one between each two. */
export function allowedLevels({ levels, halves }: ProficiencyScale): Level[] {
  if (!halves) return levels
  return levels.flatMap((level, at) => {
    const below = levels[at + 1]
    const half = below && halfLevel(level, below)
    return half ? [level, half] : [level]
  })
}

/** The level between two others; null where its value would have a fourth decimal, which no field takes. */
function halfLevel(above: Level, below: Level): Level | null {
  const value = readDecimal(halfBetween(above.value, below.value))
  if (value === null) return null
  return {
    value,
    label: `between ${below.label} and ${above.label}`,
    short: isFigure(above) && isFigure(below) ? value : `${below.short}/${above.short}`,
    description: '',
    ...(above.percent && below.percent ? { percent: halfBetween(above.percent, below.percent) } : {}),
  }
}
const isFigure = ({ short, value }: Level) => short === value

/** The scale's level of exactly that value, or null. */
export function levelOf(scale: ProficiencyScale, value: Decimal | null): Level | null {
  if (value === null) return null
  const desired = thousandths(value)
  return (
    scale.levels.find((level) => thousandths(level.value) === desired) ??
    (scale.halves ? (allowedLevels(scale).find((level) => thousandths(level.value) === desired) ?? null) : null)
  )
}

/** How deep the dye of a level is, from 0 (the lowest) to 1 (the highest), by its place among those allowed. */
export function depthOf(scale: ProficiencyScale, value: Decimal): number {
  const levels = allowedLevels(scale)
  const at = levels.findIndex((level) => thousandths(level.value) === thousandths(value))
  return levels.length < 2 ? 1 : 1 - at / (levels.length - 1)
}
