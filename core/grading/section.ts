import { studentRecord } from '../records'
import type { Period } from '../calendar/periods'
import { waitsFor } from '../scores/to-score'
import { enrolledNow, type ClassSnapshot, type Student } from '../section'
import type { Ratio } from '../number/ratio'
import type { Shown } from './grade'
import type { StudentGrade } from './grades'
import { assignmentsIn, planOf } from '../plan/rules'
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
  of: (grade: StudentGrade) => Shown | null | undefined = (grade) => grade.effective,
): Ratio[] {
  return enrolledNow(snapshot, today).flatMap((student) => {
    const grade = gradeOf(student.id)
    return (grade && of(grade)?.value) ?? []
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

/** How many scores of a period are still to give, and what else is blank. */
export interface ToScore {
  now: number
  notYetDue: number
  ofLeavers: number
}

/** How many scores of the period a teacher still has to give: by the one definition, `waitsFor`. */
export function toScore(snapshot: ClassSnapshot, period: Period, today: string): ToScore {
  const counts = { now: 0, 'not yet due': 0, left: 0 }
  const assignments = assignmentsIn(snapshot, period)
  for (const student of snapshot.students)
    for (const assignment of assignments) {
      const cell = studentRecord(snapshot.records, 'cell', student.id, assignment.id)
      const waits = waitsFor(cell, assignment, student.spans, today)
      if (waits) counts[waits]++
    }
  return { now: counts.now, notYetDue: counts['not yet due'], ofLeavers: counts.left }
}
