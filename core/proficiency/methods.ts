import type { Plan } from '../acts/records'

/** The settings that a method reads. */
export type LevelSettings = Pick<Plan['proficiency'], 'method' | 'last' | 'decay'>

const average = (levels: readonly number[]) => levels.reduce((sum, level) => sum + level, 0) / levels.length

/**
 * The numeric value that a method makes of evidence.
 *
 * @param levels values of the levels, oldest first, at least one
 * @param scale the scale's lowest and highest value; only the power law needs them
 * @example levelValue([2, 3, 4], { method: 'decaying average', last: 3, decay: '0.65' }, [1, 4]) // 3.5275
 */
export function levelValue(
  levels: readonly number[],
  { method, last, decay }: LevelSettings,
  scale: readonly [lowest: number, highest: number],
): number {
  switch (method) {
    case 'most recent':
      return levels.at(-1)!
    case 'mean of the last':
      return average(levels.slice(-last))
    case 'mean':
      return average(levels)
    case 'median':
      return middle([...levels].sort((a, b) => a - b))
    case 'highest':
      return Math.max(...levels)
    case 'mode':
      return mode(levels)
    case 'decaying average':
      return levels.reduce((value, level) => Number(decay) * level + (1 - Number(decay)) * value)
    case 'power law':
      return powerLaw(levels, scale)
  }
}

function middle(sorted: readonly number[]): number {
  const half = sorted.length / 2
  return Number.isInteger(half) ? (sorted[half - 1]! + sorted[half]!) / 2 : sorted[Math.floor(half)]!
}

/** The most frequent; of several, the highest. */
function mode(levels: readonly number[]): number {
  const counts = new Map<number, number>()
  for (const level of levels) counts.set(level, (counts.get(level) ?? 0) + 1)
  const most = Math.max(...counts.values())
  return Math.max(...[...counts].flatMap(([level, count]) => (count === most ? level : [])))
}

/** Least squares of ln(level) on ln(k), k = 1..n, evaluated at n and kept within the scale. */
function powerLaw(levels: readonly number[], [lowest, highest]: readonly [number, number]): number {
  if (levels.every((level) => level === levels[0])) return levels[0]!
  const x = levels.map((_, at) => Math.log(at + 1))
  const y = levels.map((level) => Math.log(level))
  const [meanX, meanY] = [average(x), average(y)]
  const slope =
    x.reduce((sum, each, at) => sum + (each - meanX) * (y[at]! - meanY), 0) /
    x.reduce((sum, each) => sum + (each - meanX) ** 2, 0)
  const value = Math.exp(meanY + slope * (x.at(-1)! - meanX))
  return Math.min(highest, Math.max(lowest, value))
}
