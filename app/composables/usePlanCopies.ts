import type { PlanHolder } from '#core/plan/copy-plan'
import type { ClassPlan } from '#shared/plans'

/** A class's plan with what it stands on, as it is copied from or to. */
export const holderOf = (each: ClassPlan): PlanHolder => ({
  ...each,
  assignments: Object.entries(each.assignments).map(([id, one]) => ({ ...one, id })),
})

/** Ids for what a copy makes new: the same from one comparison to the next, so that the same batch stays the same. */
export function useNewIds(): (target: string) => () => string {
  const known = new Map<string, string>()
  return (target) => {
    let at = 0
    return () => {
      const key = `${target}/${at++}`
      const id = known.get(key) ?? crypto.randomUUID()
      known.set(key, id)
      return id
    }
  }
}
