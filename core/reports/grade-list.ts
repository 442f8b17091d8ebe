import { Grades } from '../grading/grades'
import type { Override } from '../grading/override'
import { studentsIn } from '../grading/section'
import { studentRecord } from '../records'
import type { Report, ReportCell } from './report'
import { studentCell } from './student-cell'

/**
 * The grades of a period for the office: computed, the teacher's own with its reason, as it counts, and as it is reported
 * with the points of the course's level.
 */
export const gradeList: Report = (snapshot, period, today) => {
  const grades = new Grades(snapshot)
  const declared = new Map((snapshot.declared[period.id] ?? []).map((each) => [each.studentId, each]))
  return {
    columns: ['student', 'computed', 'override', 'grade', 'label', 'reported', 'declared', 'reason'],
    rows: studentsIn(snapshot, period).map((student) => {
      const { computed, effective, reported } = grades.of(student.id, period.id)
      const own = studentRecord(snapshot.records, 'override', student.id, period.id)
      const then = declared.get(student.id)
      return [
        studentCell(snapshot, student, today),
        computed?.percent ?? '',
        ownCell(own),
        effective?.percent ?? '',
        effective?.label ?? '',
        reported && reported !== effective ? `${reported.percent} ${reported.label}` : '',
        then ? [then.percent, then.label].filter(Boolean).join(' ') : '',
        own.reason,
      ]
    }),
  }
}

function ownCell({ percent, label, incompleteUntil }: Override): ReportCell {
  if (incompleteUntil !== null) return { note: 'incomplete', until: incompleteUntil }
  return [percent, label].filter((part) => part !== null).join(' ')
}
