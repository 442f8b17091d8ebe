import type { DeclaredGrade } from '../grading/declaration'
import type { Period } from '../calendar/periods'
import { cardRemark } from '../remarks/card-remark'
import type { ClassSnapshot } from '../section'
import { Grades } from '../grading/grades'
import { studentsIn } from '../grading/section'
import { readDecimal, thousandths } from '../number/decimal'
import { studentRecord } from '../records'

/**
 * The grades and remarks of a period as they stand: what a declaration keeps, and what a declared period is later
 * compared with.
 */
export function currentGrades(snapshot: ClassSnapshot, period: Period, grades = new Grades(snapshot)): DeclaredGrade[] {
  return studentsIn(snapshot, period).map((student) => {
    const { effective, computed, override, ...grade } = grades.of(student.id, period.id)
    // While it is incomplete it is no grade of the term, whatever the scores come to.
    const { incompleteUntil } = studentRecord(snapshot.records, 'override', student.id, period.id)
    const reported = incompleteUntil === null ? grade.reported : null
    return {
      studentId: student.id,
      percent: reported?.percent ?? null,
      label: reported?.label ?? null,
      unadjusted: reported && effective && effective !== reported ? `${effective.percent} ${effective.label}` : null,
      overridden: override !== null,
      computedPercent: computed?.percent ?? null,
      computedLabel: computed?.label ?? null,
      remark: cardRemark(snapshot, student, period.id),
    }
  })
}

/** The students whose grade as displayed is no longer the declared one, with both. */
export function departures(declared: readonly DeclaredGrade[], now: readonly DeclaredGrade[]) {
  const before = new Map(declared.map((each) => [each.studentId, each]))
  return now.flatMap((each) => {
    const was = before.get(each.studentId)
    return was && was.percent === each.percent && was.label === each.label
      ? []
      : [{ studentId: each.studentId, was: was ?? null, now: each }]
  })
}

/** Whether the teacher has said, with a reason, that a grade stays another than the declared one, and it has not moved since. */
export function isLeft(
  { records }: Pick<ClassSnapshot, 'records'>,
  studentId: string,
  periodId: string,
  now: Pick<DeclaredGrade, 'percent' | 'label'>,
): boolean {
  const { reason, percent, label } = studentRecord(records, 'driftLeft', studentId, periodId)
  // Kept as a decimal, `59`; shown with the plan's places, `59.0`.
  const isSame =
    percent === null || now.percent === null
      ? percent === now.percent
      : thousandths(percent) === thousandths(now.percent)
  return reason !== '' && isSame && label === now.label
}

/** A declared grade as a teacher's own: with its percent as it is kept, `59` of a displayed `59.0`. */
export const asOwnGrade = ({ percent, label }: Pick<DeclaredGrade, 'percent' | 'label'>) => ({
  percent: percent === null ? null : readDecimal(percent),
  label,
})
