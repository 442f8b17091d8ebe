import { studentsIn } from '../grading/section'
import { assignmentsIn } from '../plan/rules'
import { studentRecord } from '../records'
import { isMissing } from '../scores/missing'
import type { Report } from './report'
import { studentCell } from './student-cell'

/** Work of the period that is marked missing, by student. */
export const missingList: Report = (snapshot, period, today) => {
  const work = assignmentsIn(snapshot, period)
  return {
    columns: ['student', 'assignment', 'due'],
    rows: studentsIn(snapshot, period).flatMap((student) =>
      work
        .filter(({ id }) => isMissing(studentRecord(snapshot.records, 'cell', student.id, id)))
        .map(({ name, dueOn }) => [studentCell(snapshot, student, today), name, dueOn ?? '']),
    ),
  }
}
