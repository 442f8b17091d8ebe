import { jointId, record } from '../acts/records'
import type { Period } from '../calendar/periods'
import { toDouble, toFraction } from '../number/ratio'
import { settle, type Rounding } from '../number/round'
import { worthOf } from '../scores/worth'
import { enrolledOn, type ClassSnapshot, type Student } from '../section'
import Fraction from 'fraction.js'
import type { Known } from './grade'
import type { StudentGrade } from './grades'
import { assignmentsIn, planOf, type Listed } from './rules'
import type { Assignment } from '../acts/records'

/**
 * The mean of exact values, rounded once.
 *
 * @returns null when there is nothing to take a mean of
 * @example mean([{ approx: 98.9, exactly }, { approx: 78, exactly }], plan)
 */
export function mean(values: readonly Known[], how: Rounding): string | null {
  if (values.length === 0) return null
  const approx = values.reduce((sum, each) => sum + each.approx, 0) / values.length
  const exactly = () => values.reduce((sum, each) => sum.add(each.exactly()), new Fraction(0)).div(values.length)
  return settle(approx, how, exactly)
}

/**
 * The class mean: of the effective grades of those enrolled today who have one.
 *
 * @param of what to take the mean of in place of the effective grade, as a category's result
 */
export function classMean(
  snapshot: ClassSnapshot,
  gradeOf: (studentId: string) => StudentGrade | undefined,
  today: string,
  of: (grade: StudentGrade) => Known | null | undefined = (grade) => grade.effective,
): string | null {
  const there = snapshot.students.filter((student) => enrolledOn(student, today))
  const values = there.flatMap((student) => {
    const grade = gradeOf(student.id)
    return (grade && of(grade)) ?? []
  })
  return mean(values, planOf(snapshot))
}

/** The mean of the points of one assignment, over the scores that stand, to one place. */
export function assignmentMean(snapshot: ClassSnapshot, assignment: Listed<Assignment>): string | null {
  const scales = { scale: planOf(snapshot).scale, levels: snapshot.proficiencyScale }
  const points = snapshot.students.flatMap((student) => {
    const { value, marks } = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
    if (value === null || marks.includes('excused')) return []
    const worth = worthOf(value, assignment.points, scales)
    return worth ? [{ approx: toDouble(worth.earned), exactly: () => toFraction(worth.earned) }] : []
  })
  return mean(points, { places: 1, rounding: 'half up' })
}

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
