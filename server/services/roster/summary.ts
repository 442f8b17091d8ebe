import type { RosterSummary } from '../../../shared/runs'

const emptyPart = () => ({ added: 0, changed: 0, same: 0 })
/** The counts of a roster's run before anything was looked at. */
export const emptySummary = (): RosterSummary => ({
  orgs: emptyPart(),
  periods: emptyPart(),
  courses: emptyPart(),
  classes: emptyPart(),
  teachers: emptyPart(),
  students: emptyPart(),
  enrolments: emptyPart(),
  ended: 0,
})
