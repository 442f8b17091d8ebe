import { childrenOf, holds, periodOf } from '../calendar/periods'
import { assignmentsOf } from '../plan/rules'
import type { Find } from './looseend'

/** An assignment inside a longer period and in none of the periods that it is composed of. */
export const betweenPeriods: Find = (snapshot) =>
  assignmentsOf(snapshot).flatMap((assignment) => {
    if (assignment.dueOn === null || periodOf(snapshot.periods, assignment.dueOn) !== null) return []
    const within = snapshot.periods
      .filter((period) => holds(period, assignment.dueOn!) && childrenOf(snapshot.periods, period.id).length > 0)
      .at(-1)
    if (!within) return []
    return [
      {
        code: 'between-periods' as const,
        message: { code: 'end.between-periods' as const, assignment: assignment.name, period: within.title },
        mend: { view: 'gradebook' as const, assignmentId: assignment.id },
      },
    ]
  })
