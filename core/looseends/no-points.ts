import { periodOf } from '../calendar/periods'
import { assignmentsOf, basisUnder, examItem, planOf, rulesOf, uncategorised, assignmentsIn } from '../plan/rules'
import type { Find } from './looseend'

/** An assignment of 0 points where percents are averaged: it has no percent, so it counts nothing. */
export const noPoints: Find = (snapshot) => {
  const plan = planOf(snapshot)
  return assignmentsOf(snapshot).flatMap((assignment) => {
    const period = periodOf(snapshot.periods, assignment.dueOn)
    if (assignment.points !== '0' || !assignment.counts || !period) return []
    const { method, categories } = rulesOf(snapshot, plan, period)
    const category = categories.find((rule) => rule.category.id === assignment.categoryId)?.category ?? uncategorised
    const exam = examItem(period, assignmentsIn(snapshot, period))?.id === assignment.id
    if (method === 'none' || (basisUnder(method, category) === 'points' && !exam)) return []
    return [
      {
        code: 'no-points' as const,
        message: { code: 'end.no-points' as const, assignment: assignment.name },
        mend: { view: 'gradebook' as const, assignmentId: assignment.id },
      },
    ]
  })
}
