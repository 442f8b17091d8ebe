import { blanks } from '#core/kinds'
import { calculatedLevel } from '#core/proficiency/calculated'
import { evidenceOf } from '#core/proficiency/evidence-of'
import type { Calculation } from '#core/proficiency/methods'
import { levelWindow } from '#core/proficiency/window'
import { scaleOf } from '#core/plan/level-scale'
import type { ClassSnapshot } from '#core/section'
import { aClass } from './class'

export const settings = blanks.plan.proficiency
/** A plan by one calculation of levels. */
export const by = (calculation: Calculation, more: Partial<typeof settings> = {}) => ({
  proficiency: { ...settings, calculation, ...more },
})
export const windowOf = (snapshot: ClassSnapshot, at = 2) => levelWindow(snapshot, snapshot.periods[at]!)
export const evidenceIn = (snapshot: ClassSnapshot, standardId = 'std') =>
  evidenceOf(windowOf(snapshot), 'ann', standardId)
export const levelIn = (snapshot: ClassSnapshot, evidence = evidenceIn(snapshot)) =>
  calculatedLevel(windowOf(snapshot).plan.proficiency, scaleOf(snapshot), evidence)

/** A class with two tagged assignments, the later one first, and one that is not tagged. */
export const taggedClass = () =>
  aClass({
    plan: by({ method: 'most recent' }),
    assignments: {
      later: { dueOn: '2026-11-20', standardIds: ['std'] },
      sooner: { dueOn: '2026-11-05', standardIds: ['std'] },
      other: { dueOn: '2026-11-24' },
    },
    scores: { ann: {} },
  })
