import type { Change } from '../../core/acts/act'
import { same } from '../../core/acts/apply'
import type { Policy } from '../../core/acts/records'
import type { GradingScale } from '../../core/scales/grading'
import { scaleFaults } from '../../core/scales/faults'
import type { Referents } from './referents'

/** Why a change of a plan goes against what the district fixes, or names what is not there; else null. */
export function policyRefusal(
  { to }: Change<'plan'>,
  policy: Policy,
  scales: readonly (GradingScale & { id: string })[],
  known: Referents,
): string | null {
  const fault = to.scale && scaleFaults(to.scale.steps).find((each) => !each.mild)
  if (fault) return `In the scale: ${fault.text}`
  if (to.scale && policy.scaleIds !== null && !isAllowed(to.scale, policy.scaleIds, scales))
    return 'The district does not allow this grading scale. Choose one that it allows.'
  const { rounding } = policy
  if (
    rounding &&
    (['places', 'rounding', 'labelFrom'] as const).some((part) => part in to && to[part] !== rounding[part])
  )
    return 'The district fixes how grades are rounded.'
  if (policy.lowLine !== null && to.lowLine !== undefined && to.lowLine !== policy.lowLine)
    return `The district fixes the low-score line at ${policy.lowLine}.`
  const periods = [
    ...Object.keys(to.own ?? {}),
    ...Object.keys(to.parents ?? {}),
    ...(to.coursePoints?.periodIds ?? []),
  ]
  if (periods.some((id) => !known.periods.has(id))) return 'A grading period in the plan is not of this class.'
  if (to.defaultCategoryId && !known.categories.has(to.defaultCategoryId)) return 'The category is not in this class.'
  return null
}

/** Whether a plan's copy is of an allowed scale, and unchanged. */
function isAllowed(
  copy: GradingScale,
  allowed: readonly string[],
  scales: readonly (GradingScale & { id: string })[],
): boolean {
  const original = scales.find((each) => each.id === copy.id)
  return original !== undefined && allowed.includes(original.id) && same(copy.steps, original.steps)
}
