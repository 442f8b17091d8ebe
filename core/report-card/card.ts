import type { CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import { familyGrade, type FamilyGrade } from '../families/grade'
import { familyLevels } from '../families/levels'
import { Grades } from '../grading/grades'
import { studentsIn } from '../grading/section'
import { jointId } from '../kind'
import { isGraded, planOf } from '../plan/rules'
import { levelsIn, type StandardLevel } from '../proficiency/levels-in'
import { levelWindow } from '../proficiency/window'
import { record } from '../records'
import { fullName, type ClassSnapshot } from '../section'
import { madeOf, type GradePart } from './made-of'

/** One student's report card for one class and period, ready to draw. */
export interface ReportCard {
  student: string
  school: string
  course: string
  className: string
  period: string
  dates: string
  declared: boolean
  printed: CivilDate
  /** Whether grades are given here at all; else the card speaks of levels alone. */
  isGraded: boolean
  grade: FamilyGrade | null
  parts: GradePart[]
  standards: StandardLevel[]
  /** Learning habits, apart from grades and levels. */
  habits: StandardLevel[]
  remark: string
}

/**
 * The report cards of a period, in roster order. Private notes and reasons have no place in them.
 *
 * @param studentId one student; null for the whole class
 * @example cardsOf(snapshot, quarter2, null, '2026-11-26')[0]?.grade?.percent // '88.7'
 */
export function cardsOf(
  snapshot: ClassSnapshot,
  period: Period,
  studentId: string | null,
  today: CivilDate,
): ReportCard[] {
  const plan = planOf(snapshot)
  const grades = new Grades(snapshot)
  const { school, course, title } = snapshot.section
  const window = levelWindow(snapshot, period)
  const { reports } = plan.proficiency
  const students = studentsIn(snapshot, period).filter((each) => studentId === null || each.id === studentId)
  return students.map((student) => {
    const id = jointId(student.id, period.id)
    const work = grades.work(student.id, period.id)
    const levels = levelsIn(window, student.id)
    return {
      student: fullName(student),
      ...{ school, course, className: title },
      period: period.title,
      dates: `${period.firstDay} to ${period.lastDay}`,
      declared: record(snapshot.records, 'declaration', period.id).declared,
      printed: today,
      isGraded: reports !== 'levels' && (isGraded(snapshot, plan, period) || work.override !== null),
      grade: familyGrade(plan, grades.of(student.id, period.id), record(snapshot.records, 'override', id)),
      parts: reports === 'levels' ? [] : madeOf(plan, work),
      ...familyLevels(plan, levels),
      remark: record(snapshot.records, 'remark', id).text,
    }
  })
}
