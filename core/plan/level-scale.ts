import { planOf, type PlanHolder } from './rules'
import type { AvailableLevelScale } from '../scales/proficiency'
import { shippedHabits, shippedLevels } from '../scales/shipped-levels'
import type { ClassSnapshot } from '../section'

type Scales = Pick<ClassSnapshot, 'levelScales' | 'policy'>

const named = ({ levelScales }: Scales, id: string | null): AvailableLevelScale | undefined =>
  id === null ? undefined : levelScales.find((each) => each.id === id)

/** The district's scale for every class: the one it names, else the first of its own, else the one that ships. */
export const districtScale = (of: Scales): AvailableLevelScale =>
  named(of, of.policy.levelScaleId) ??
  of.levelScales.find((each) => each.owner === 'district' && each.id !== of.policy.habitScaleId) ??
  shippedLevels

/** The scale of learning habits. */
export const habitScale = (of: Scales): AvailableLevelScale => named(of, of.policy.habitScaleId) ?? shippedHabits

/** The class's proficiency scale: the one that its plan chose, as far as it is still there, else the district's. */
export const scaleOf = (snapshot: PlanHolder & Scales): AvailableLevelScale =>
  named(snapshot, planOf(snapshot).proficiency.scaleId) ?? districtScale(snapshot)
