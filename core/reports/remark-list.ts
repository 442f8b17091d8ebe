import { studentsIn } from '../grading/section'
import { cardRemark } from '../remarks/card-remark'
import type { Report } from './report'
import { studentCell } from './student-cell'

/** What each card says of its student, to be read once more by somebody else. */
export const remarkList: Report = (snapshot, period, today) => ({
  columns: ['student', 'remark', 'characters'],
  rows: studentsIn(snapshot, period).map((student) => {
    const remark = cardRemark(snapshot, student, period.id)
    return [studentCell(snapshot, student, today), remark, String(remark.length)]
  }),
})
