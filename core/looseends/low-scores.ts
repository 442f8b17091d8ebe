import { scaleOf } from '../plan/level-scale'
import { studentRecord } from '../records'
import { assignmentsOf, planOf } from '../plan/rules'
import { compare, HUNDRED, multiply, ofDecimal } from '../number/ratio'
import { countedValue } from '../scores/contribution'
import { worthOf } from '../scores/worth'
import type { Find } from './looseend'

/** Scores under the plan's line with no note, where the plan asks for one; looked at unrounded. */
export const lowScores: Find = (snapshot) => {
  const plan = planOf(snapshot)
  if (!plan.lowScoresWantNote) return []
  const scales = { scale: plan.scale, levels: scaleOf(snapshot) }
  return assignmentsOf(snapshot).flatMap((assignment) => {
    const low = snapshot.students.filter((student) => {
      const cell = studentRecord(snapshot.records, 'cell', student.id, assignment.id)
      const value = countedValue(cell)
      if (!value || cell.note !== '') return false
      const share = worthOf(value, assignment.points, scales)?.share
      return share ? compare(multiply(share, HUNDRED), ofDecimal(plan.lowLine)) < 0 : false
    })
    if (low.length === 0) return []
    return [
      {
        code: 'low-scores' as const,
        message: {
          code: 'end.low-scores' as const,
          assignment: assignment.name,
          scores: low.length,
          lowLine: plan.lowLine,
        },
        mend: { view: 'gradebook' as const, assignmentId: assignment.id, studentId: low[0]!.id },
      },
    ]
  })
}
