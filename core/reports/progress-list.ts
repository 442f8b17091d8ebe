import { Grades } from '../grading/grades'
import { studentsIn } from '../grading/section'
import { assignmentsIn } from '../plan/rules'
import { levelsIn } from '../proficiency/levels-in'
import { levelWindow } from '../proficiency/window'
import { studentRecord } from '../records'
import { isMissing } from '../scores/missing'
import type { Report } from './report'
import { studentCell } from './student-cell'

/** Where each student stands: the grade so far, what is missing, and the levels. */
export const progressList: Report = (snapshot, period, today) => {
  const grades = new Grades(snapshot)
  const window = levelWindow(snapshot, period)
  const work = assignmentsIn(snapshot, period)
  return {
    columns: ['student', 'grade', 'label', 'count', 'missing', 'levels'],
    rows: studentsIn(snapshot, period).map((student) => {
      const { effective } = grades.of(student.id, period.id)
      const missing = work.filter(({ id }) => isMissing(studentRecord(snapshot.records, 'cell', student.id, id)))
      const levels = levelsIn(window, student.id).filter((each) => !each.isArea && each.level)
      return [
        studentCell(snapshot, student, today),
        effective?.percent ?? '',
        effective?.label ?? '',
        missing.length ? String(missing.length) : '',
        missing.map(({ name }) => name).join(', '),
        levels.map(({ code, statement, level }) => `${code || statement} ${level!.short}`).join(', '),
      ]
    }),
  }
}
