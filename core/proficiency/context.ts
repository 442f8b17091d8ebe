import type { Plan } from '../plan/plan'
import { habitScale, scaleOf } from '../plan/level-scale'
import { planOf, type PlanHolder } from '../plan/rules'
import { standardsOf } from '../plan/standards-of'
import type { ProficiencyScale } from '../scales/proficiency'
import type { ClassSnapshot } from '../section'
import { standardTree, type StandardTree } from './standards'

/** As much of a class as says how its levels are judged. */
export type LevelHolder = PlanHolder & Pick<ClassSnapshot, 'standards' | 'levelScales'>

/** What levels of a class are judged by, found once for all students and standards. */
export interface LevelContext<S extends LevelHolder = ClassSnapshot> {
  snapshot: S
  plan: Readonly<Plan>
  tree: StandardTree
  /** The scale in which a standard is judged: habits have their own. */
  scaleFor(standardId: string): ProficiencyScale
  /** The scale in which work is scored, where it is scored in levels: that of habits where it is about nothing else. */
  scaleOfWork(standardIds: readonly string[]): ProficiencyScale
}

/** @example levelContext(snapshot).scaleFor('habit-1').name // 'Habits 4 to 1' */
export function levelContext<S extends LevelHolder>(snapshot: S): LevelContext<S> {
  const tree = standardTree(standardsOf(snapshot))
  const [scale, habits] = [scaleOf(snapshot), habitScale(snapshot)]
  const isHabit = (id: string) => tree.get(id)?.habit ?? false
  return {
    snapshot,
    plan: planOf(snapshot),
    tree,
    scaleFor: (id) => (isHabit(id) ? habits : scale),
    scaleOfWork: (ids) => (ids.length && ids.every(isHabit) ? habits : scale),
  }
}
