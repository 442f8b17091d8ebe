import { assignmentsOf } from '../grading/section'
import { periodOf } from '../calendar/periods'
import type { Find } from './looseend'

/** An assignment with no due date, or one outside every grading period: it is in no grade. */
export const noPeriod: Find = (snapshot) =>
  assignmentsOf(snapshot)
    .filter((each) => periodOf(snapshot.periods, each.dueOn) === null)
    .map((each) => ({
      code: 'no-period',
      text: each.dueOn
        ? `${each.name} is due outside every grading period and counts nowhere.`
        : `${each.name} has no due date and counts nowhere.`,
      mend: { view: 'gradebook', assignmentId: each.id },
    }))
