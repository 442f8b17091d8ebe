import { studentsIn } from '../grading/section'
import { cardRemark } from '../remarks/card-remark'
import { rosterName } from '../section'
import type { Report } from './report'

/** What each card says of its student, to be read once more by somebody else. */
export const remarkList: Report = (snapshot, period) => ({
  columns: ['student', 'remark', 'characters'],
  rows: studentsIn(snapshot, period).map((student) => {
    const remark = cardRemark(snapshot, student, period.id)
    return [rosterName(student), remark, String(remark.length)]
  }),
})
