import { studentsIn } from '../grading/section'
import { levelsIn } from '../proficiency/levels-in'
import { levelWindow } from '../proficiency/window'
import type { Report } from './report'
import { studentCell } from './student-cell'

/** The level of each standard and habit, by student; empty where there is not enough evidence. */
export const levelList: Report = (snapshot, period, today) => {
  const window = levelWindow(snapshot, period)
  return {
    columns: ['student', 'standard', 'level'],
    rows: studentsIn(snapshot, period).flatMap((student) =>
      levelsIn(window, student.id).map(({ code, statement, level }) => [
        studentCell(snapshot, student, today),
        [code, statement].filter(Boolean).join(' '),
        level?.label ?? '',
      ]),
    ),
  }
}
