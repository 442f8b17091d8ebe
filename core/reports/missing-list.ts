import { studentsIn } from '../grading/section'
import { jointId } from '../kind'
import { assignmentsIn } from '../plan/rules'
import { record } from '../records'
import { isMissing } from '../scores/missing'
import { rosterName } from '../section'
import type { Report } from './report'

/** Work of the period that is marked missing, by student. */
export const missingList: Report = (snapshot, period) => {
  const work = assignmentsIn(snapshot, period)
  return {
    columns: ['student', 'assignment', 'due'],
    rows: studentsIn(snapshot, period).flatMap((student) =>
      work
        .filter(({ id }) => isMissing(record(snapshot.records, 'cell', jointId(student.id, id))))
        .map(({ name, dueOn }) => [rosterName(student), name, dueOn ?? '']),
    ),
  }
}
