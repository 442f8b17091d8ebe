import { studentRecord } from '../../records'
import type { Period } from '../../calendar/periods'
import { Grades } from '../../grading/grades'
import { assignmentsIn, categoriesOf } from '../../plan/rules'
import { studentsIn } from '../../grading/section'
import { cellText } from '../../scores/entry'
import { rosterName, type ClassSnapshot } from '../../section'
import { COMPUTED, headRows, STUDENT, STUDENT_ID, type Table } from './table'

/**
 * The gradebook of a class in one period as a table: heads, then their due dates, points, categories and ids, then a row
 * for each student with the scores as typed and the marks in words, then the computed results. Notes are not in it.
 *
 * @example writeGrid(snapshot, quarter2)[0] // ['Student', 'Student id', 'Rock sort', …, 'Quarter 2', 'Label']
 */
export function writeGrid(snapshot: ClassSnapshot, period: Period): string[][] {
  const assignments = assignmentsIn(snapshot, period)
  const categories = categoriesOf(snapshot)
  const grades = new Grades(snapshot)
  const computed = [...categories.map((each) => each.name), period.title, 'Label']
  const heads: Table = [
    [STUDENT, STUDENT_ID, ...assignments.map((each) => each.name), ...computed],
    [headRows.due, '', ...assignments.map((each) => each.dueOn ?? ''), ...computed.map(() => COMPUTED)],
    [headRows.points, '', ...assignments.map((each) => each.points)],
    [
      headRows.category,
      '',
      ...assignments.map((assignment) => categories.find((one) => one.id === assignment.categoryId)?.name ?? ''),
    ],
    [headRows.id, '', ...assignments.map((each) => each.id)],
  ]
  const rows = studentsIn(snapshot, period).map((student) => {
    const grade = grades.of(student.id, period.id)
    return [
      rosterName(student),
      student.id,
      ...assignments.map((each) => cellText(studentRecord(snapshot.records, 'cell', student.id, each.id))),
      ...categories.map((each) => grade.categories.get(each.id)?.percent ?? ''),
      grade.effective?.percent ?? '',
      grade.effective?.label ?? '',
    ]
  })
  const width = heads[0]!.length
  return [...heads, ...rows].map((row) => [...row, ...Array<string>(width - row.length).fill('')])
}
