import type { CutOff } from './cut-off'
import type { Assignment } from '../plan/assignment'
import { thousandths, type Decimal } from '../number/decimal'
import { compare, HUNDRED, multiply, ofDecimal } from '../number/ratio'
import type { ProficiencyScale } from '../scales/proficiency'
import type { Worth } from '../scores/worth'

/**
 * The cut-offs by which an assignment's points show levels: its own, else those of the scale. None: its points show no
 * level.
 */
export function cutOffsOf(assignment: Pick<Assignment, 'cutOffs' | 'scoredIn'>, scale: ProficiencyScale): CutOff[] {
  if (assignment.scoredIn === 'levels') return []
  return (
    assignment.cutOffs ?? scale.levels.flatMap(({ value, from }) => (from === undefined ? [] : { level: value, from }))
  )
}

/**
 * The level that a score shows: that of the greatest cut-off which its unrounded percent reaches; below all of them the
 * lowest level of the scale.
 *
 * @param worth what the score is worth; of nothing possible it shows no level
 * @returns the cut-off that was reached (null below all of them) with the level's value, or null where nothing is converted
 * @example converted({ earned, share: { n: 3, d: 4 } }, [{ level: '3', from: '75' }], scale) // { level: '3', from: '75' }
 */
export function converted(
  worth: Worth | null,
  cutOffs: readonly CutOff[],
  scale: ProficiencyScale,
): { level: Decimal; from: Decimal | null } | null {
  if (cutOffs.length === 0 || !worth?.share) return null
  const percent = multiply(worth.share, HUNDRED)
  const reached = cutOffs.filter(({ from }) => compare(percent, ofDecimal(from)) >= 0)
  const lowest = scale.levels.at(-1)
  if (reached.length === 0) return lowest ? { level: lowest.value, from: null } : null
  return reached.reduce((best, each) => (thousandths(each.from) > thousandths(best.from) ? each : best))
}

/** The level alone. @example convertedLevel(threeQuarters, [{ level: '3', from: '75' }], scale) // '3' */
export const convertedLevel = (...given: Parameters<typeof converted>): Decimal | null =>
  converted(...given)?.level ?? null
