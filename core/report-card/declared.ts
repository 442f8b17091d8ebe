import type { Period } from '../calendar/periods'
import { levelsOf, reportedOf } from '../exchange/levels'
import type { DeclaredLevel } from '../families/declared-card'
import { planOf } from '../plan/rules'
import { levelWindow } from '../proficiency/window'
import { same } from '../same'
import { cardBodies, keptOf } from './body'
import type { DeclaredGrade } from './declared-grade'
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
  const window = levelWindow(snapshot, period)
  const bodyOf = cardBodies(snapshot, period, grades, window)
  const reported = planOf(snapshot).proficiency.reports === 'grades' ? [] : reportedOf(window)
  return studentsIn(snapshot, period).map((student) => {
    const { effective, computed, override, ...grade } = grades.of(student.id, period.id)
    // While it is incomplete it is no grade of the term, whatever the scores come to.
    const { incompleteUntil, reason } = studentRecord(snapshot.records, 'override', student.id, period.id)
    const shown = incompleteUntil === null ? grade.reported : null
    const body = bodyOf(student)
    return {
      studentId: student.id,
      percent: shown?.percent ?? null,
      label: shown?.label ?? null,
      unadjusted: shown && effective && effective !== shown ? `${effective.percent} ${effective.label}` : null,
      overridden: override !== null,
      computedPercent: computed?.percent ?? null,
      computedLabel: computed?.label ?? null,
      remark: body.remark,
      reason: override === null ? '' : reason,
      card: keptOf(body),
      sent: levelsOf(window, student.id, reported),
    }
  })
}

/** What of a student is another than was declared. */
export type Differing = 'grade' | 'remark' | 'levels' | 'habits' | 'name' | 'line'

/** A student of a declared period for whom something is another than was declared; `was` is null for a newcomer. */
export interface Departure {
  studentId: string
  was: DeclaredGrade | null
  now: DeclaredGrade
  differs: Differing[]
}

function differing(was: DeclaredGrade, now: DeclaredGrade): Differing[] {
  const cards = was.card && now.card ? { was: was.card, now: now.card } : null
  const levels = (list: readonly DeclaredLevel[]) => list.map(({ standardId, level }) => [standardId, level?.value])
  const isOther: Record<Differing, boolean> = {
    grade: was.percent !== now.percent || was.label !== now.label,
    remark: was.remark !== now.remark,
    levels: cards !== null && !same(levels(cards.was.standards), levels(cards.now.standards)),
    habits: cards !== null && !same(levels(cards.was.habits), levels(cards.now.habits)),
    name: cards !== null && cards.was.name !== cards.now.name,
    line: cards !== null && (cards.was.grade?.line ?? '') !== (cards.now.grade?.line ?? ''),
  }
  return (Object.keys(isOther) as Differing[]).filter((each) => isOther[each])
}

/**
 * Finds the students for whom something that stands on the card or goes to the SIS is another than was declared.
 *
 * @example departures(snapshot.declared.q1!, currentGrades(snapshot, quarter1))[0]?.differs // ['remark']
 */
export function departures(declared: readonly DeclaredGrade[], now: readonly DeclaredGrade[]): Departure[] {
  const before = new Map(declared.map((each) => [each.studentId, each]))
  return now.flatMap((each): Departure[] => {
    const was = before.get(each.studentId) ?? null
    const differs = was ? differing(was, each) : (['grade'] as const)
    return differs.length ? [{ studentId: each.studentId, was, now: each, differs: [...differs] }] : []
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

/** Whether nothing but the grade differs, and the teacher has said that it stays so. */
export const isSettled = (
  snapshot: Pick<ClassSnapshot, 'records'>,
  { studentId, now, differs }: Departure,
  periodId: string,
): boolean => differs.every((each) => each === 'grade') && isLeft(snapshot, studentId, periodId, now)

/** A declared grade as a teacher's own: with its percent as it is kept, `59` of a displayed `59.0`. */
export const asOwnGrade = ({ percent, label }: Pick<DeclaredGrade, 'percent' | 'label'>) => ({
  percent: percent === null ? null : readDecimal(percent),
  label,
})
