import { studentsIn } from '../grading/section'
import { levelsIn } from '../proficiency/levels-in'
import { levelWindow } from '../proficiency/window'
import { rosterName } from '../section'
import type { Report } from './report'

/** The level of each standard and habit, by student; empty where there is not enough evidence. */
export const levelList: Report = (snapshot, period) => {
  const window = levelWindow(snapshot, period)
  return {
    columns: ['student', 'standard', 'level'],
    rows: studentsIn(snapshot, period).flatMap((student) =>
      levelsIn(window, student.id).map(({ code, statement, level }) => [
        rosterName(student),
        [code, statement].filter(Boolean).join(' '),
        level?.label ?? '',
      ]),
    ),
  }
}
