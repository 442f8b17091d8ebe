import { jointId, record } from '../acts/records'
import type { Period } from '../calendar/periods'
import { enrolledOn, type ClassSnapshot, type Student } from '../section'
import type { Known } from './grade'
import type { StudentGrade } from './grades'
import { assignmentsIn, planOf } from './rules'
import { mean } from './spread'

/**
 * What of each grade there is to take a mean of: by default the effective grade, of those enrolled today who have one.
 *
 * @param of what to take in place of the effective grade, as a category's result
 */
export function classGrades(
  snapshot: ClassSnapshot,
  gradeOf: (studentId: string) => StudentGrade | undefined,
  today: string,
  of: (grade: StudentGrade) => Known | null | undefined = (grade) => grade.effective,
): Known[] {
  const there = snapshot.students.filter((student) => enrolledOn(student, today))
  return there.flatMap((student) => {
    const grade = gradeOf(student.id)
    return (grade && of(grade)) ?? []
  })
}

/** The class mean: of the effective grades of those enrolled today who have one, rounded once. */
export const classMean = (...given: Parameters<typeof classGrades>): string | null =>
  mean(classGrades(...given), planOf(given[0]))

/** Which of the students are in the class at some time of the period. */
export function studentsIn(snapshot: ClassSnapshot, period: Period): Student[] {
  return snapshot.students.filter((student) =>
    student.spans.some(
      (span) => span.firstDay <= period.lastDay && (span.lastDay === null || span.lastDay >= period.firstDay),
    ),
  )
}

/** How many scores of the period a teacher still has to give: due by that day, nothing in the cell, student enrolled. */
export function toScore(snapshot: ClassSnapshot, period: Period, today: string): number {
  const due = assignmentsIn(snapshot, period).filter((each) => each.dueOn! <= today)
  let count = 0
  for (const student of snapshot.students)
    for (const assignment of due) {
      const cell = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
      if (cell.value === null && cell.marks.length === 0 && enrolledOn(student, assignment.dueOn!)) count++
    }
  return count
}
