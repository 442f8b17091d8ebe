import { jointId } from '../kind'
import { record } from '../records'
import type { DeclaredGrade } from './declaration'
import type { Period } from '../calendar/periods'
import type { ClassSnapshot } from '../section'
import { Grades } from './grades'
import { studentsIn } from './section'

/**
 * The grades and remarks of a period as they stand: what a declaration keeps, and what a declared period is later
 * compared with.
 */
export function currentGrades(snapshot: ClassSnapshot, period: Period, grades = new Grades(snapshot)): DeclaredGrade[] {
  return studentsIn(snapshot, period).map((student) => {
    const { reported, effective, computed, override } = grades.of(student.id, period.id)
    return {
      studentId: student.id,
      percent: reported?.percent ?? null,
      label: reported?.label ?? null,
      unadjusted: effective && effective !== reported ? `${effective.percent} ${effective.label}` : null,
      overridden: override !== null,
      computedPercent: computed?.percent ?? null,
      computedLabel: computed?.label ?? null,
      remark: record(snapshot.records, 'remark', jointId(student.id, period.id)).text,
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
