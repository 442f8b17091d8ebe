import { add, multiply, ratio, type Ratio } from '../../number/ratio'

const NONE = ratio(0, 1)

/** Some of the evidence in equal shares, the rest in none. @example evenly([a, b, c, d], (_, at) => at >= 2) // 0, 0, 1/2, 1/2 */
export function evenly(levels: readonly Ratio[], isIn: (level: Ratio, at: number) => boolean): Ratio[] {
  const chosen = levels.map(isIn)
  const share = ratio(1, chosen.filter(Boolean).length)
  return chosen.map((is) => (is ? share : NONE))
}

/** One piece of evidence alone, by its place. */
export const only = (levels: readonly Ratio[], place: number): Ratio[] => evenly(levels, (_, at) => at === place)

/** The sum of levels, each times its share. */
export const summed = (levels: readonly Ratio[], shares: readonly Ratio[]): Ratio =>
  levels.reduce((sum, level, at) => add(sum, multiply(level, shares[at]!)), NONE)
