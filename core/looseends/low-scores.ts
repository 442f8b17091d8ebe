import { scaleOf } from '../plan/level-scale'
import type { Assignment } from '../plan/assignment'
import { studentRecord } from '../records'
import { assignmentsOf, planOf, type Listed } from '../plan/rules'
import { compare, HUNDRED, multiply, ofDecimal } from '../number/ratio'
import { countedValue } from '../scores/contribution'
import { worthOf } from '../scores/worth'
import type { ClassSnapshot, Student } from '../section'
import type { Find } from './looseend'

/**
 * Finds the scores below the plan's line with no note, where the plan asks for one; looked at unrounded.
 *
 * @example lowScoresOf(snapshot)[0] // { assignment: { name: 'Check 5', … }, students: [ann] }
 */
export function lowScoresOf(snapshot: ClassSnapshot): { assignment: Listed<Assignment>; students: Student[] }[] {
  const plan = planOf(snapshot)
  if (!plan.lowScoresWantNote) return []
  const scales = { scale: plan.scale, levels: scaleOf(snapshot) }
  return assignmentsOf(snapshot).flatMap((assignment) => {
    const students = snapshot.students.filter((student) => {
      const cell = studentRecord(snapshot.records, 'cell', student.id, assignment.id)
      const value = countedValue(cell)
      if (!value || cell.note !== '') return false
      const share = worthOf(value, assignment.points, scales)?.share
      return share ? compare(multiply(share, HUNDRED), ofDecimal(plan.lowLine)) < 0 : false
    })
    return students.length ? [{ assignment, students }] : []
  })
}

export const lowScores: Find = (snapshot) =>
  lowScoresOf(snapshot).map(({ assignment, students }) => ({
    code: 'low-scores' as const,
    message: {
      code: 'end.low-scores' as const,
      assignment: assignment.name,
      scores: students.length,
      lowLine: planOf(snapshot).lowLine,
    },
    mend: { view: 'gradebook' as const, assignmentId: assignment.id, studentId: students[0]!.id },
  }))
