import { holds, periodOf } from '../calendar/periods'
import { assignmentsOf } from '../plan/rules'
import type { Find } from './looseend'

/** An assignment with no due date, or one outside the whole school year's periods: it is in no grade. */
export const noPeriod: Find = (snapshot) =>
  assignmentsOf(snapshot)
    .filter(
      ({ dueOn }) =>
        dueOn === null ||
        (periodOf(snapshot.periods, dueOn) === null && !snapshot.periods.some((period) => holds(period, dueOn))),
    )
    .map((each) => ({
      code: 'no-period',
      message: { code: each.dueOn ? 'end.outside-periods' : 'end.no-date', assignment: each.name },
      mend: { view: 'gradebook', assignmentId: each.id },
    }))
