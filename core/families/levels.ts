import type { Plan } from '../plan/plan'
import type { StandardLevel } from '../proficiency/standard-level'

/** What a family sees of levels: on the card, and in their view of the gradebook. */
export interface FamilyLevels {
  standards: StandardLevel[]
  /** Learning habits, apart from grades and levels. */
  habits: StandardLevel[]
}

/**
 * As many of a student's levels as the plan reports; habits always.
 *
 * @example familyLevels(plan, levelsIn(window, 'ann')).habits.length // 4
 */
export const familyLevels = (
  { proficiency: { reports } }: Pick<Plan, 'proficiency'>,
  levels: readonly StandardLevel[],
): FamilyLevels => ({
  standards: reports === 'grades' ? [] : levels.filter((level) => !level.habit),
  habits: levels.filter((level) => level.habit && !level.isArea),
})
