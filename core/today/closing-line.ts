import { daysAfter, type CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import { Grades } from '../grading/grades'
import { studentsIn, toScore, type ToScore } from '../grading/section'
import { assignmentsIn, isGraded, planOf } from '../plan/rules'
import { standardsAsked, toDecide } from '../proficiency/to-decide'
import { levelWindow, type LevelWindow } from '../proficiency/window'
import { record } from '../records'
import { remarkStates, type RemarkState } from '../report-card/remark-states'
import type { ClassSnapshot } from '../section'

/** How far the closing of a period of a class is: what is counted on *Today* and on *Close the term* alike. */
export interface ClosingLine {
  period: { id: string; title: string; lastDay: CivilDate }
  /** The office's day, if it says one, and whether it has closed the period. */
  dueOn: CivilDate | null
  isClosed: boolean
  /** Whether grades are looked over; else levels are. */
  isGraded: boolean
  scored: ToScore
  /** Exam windows in which nothing is dated, where an exam is expected; null where there is no window. */
  examsWithout: number | null
  lookedOver: boolean
  /** Levels and habits without evidence and without the teacher's own; null where the class has none. */
  toDecide: { levels: number; habits: number } | null
  written: number
  toLookAt: number
  /** Students enrolled now: those who are asked for a remark. */
  students: number
  declared: boolean
}

/** So long before its end, or before the office's day, a period is one to be closed. */
const AHEAD_DAYS = 21
/** A period that ended longer ago is no longer waited for. */
const BEHIND_DAYS = 60

/** The exam windows of a period: itself, or those in it. */
export const examsOf = ({ periods }: Pick<ClassSnapshot, 'periods'>, period: Period): Period[] =>
  periods.filter((each) => each.kind === 'exam' && (each.id === period.id || each.parentId === period.id))

/** The grading periods of a class that are to be closed about now, each with how far it is. */
export function closingLines(snapshot: ClassSnapshot, today: CivilDate): ClosingLine[] {
  return snapshot.periods
    .filter((each) => each.kind === 'grading' && each.firstDay <= today)
    .filter((each) => {
      const end = snapshot.windows[each.id]?.dueOn ?? each.lastDay
      return daysAfter(end, -AHEAD_DAYS) <= today && daysAfter(end, BEHIND_DAYS) >= today
    })
    .map((each) => closingLine(snapshot, each, today))
    .filter((line) => !line.declared || daysAfter(line.period.lastDay, AHEAD_DAYS) >= today)
}

/**
 * How far the closing of one period is.
 *
 * @param remarks the remarks of its students, where they are looked through already
 * @example closingLine(snapshot, quarter2, '2026-11-25').scored.now // 4
 */
export function closingLine(
  snapshot: ClassSnapshot,
  period: Period,
  today: CivilDate,
  remarks: readonly RemarkState[] = remarksOf(snapshot, period, today),
): ClosingLine {
  const { records, windows } = snapshot
  const asked = remarks.filter((each) => each.here)
  const { lookedOver } = record(records, 'closing', period.id)
  return {
    period: { id: period.id, title: period.title, lastDay: period.lastDay },
    dueOn: windows[period.id]?.dueOn ?? null,
    isClosed: windows[period.id]?.isClosed ?? false,
    isGraded: isGraded(snapshot, planOf(snapshot), period),
    scored: toScore(snapshot, period, today),
    examsWithout: examsWithout(snapshot, period),
    lookedOver,
    toDecide: decisions(levelWindow(snapshot, period), today),
    written: asked.filter((each) => each.remark.trim() !== '').length,
    toLookAt: remarks.filter((each) => each.findings.length > 0).length,
    students: asked.length,
    declared: record(records, 'declaration', period.id).declared,
  }
}

function decisions(window: LevelWindow, today: CivilDate): ClosingLine['toDecide'] {
  if (!standardsAsked(window).length) return null
  const all = toDecide(window, today)
  const habits = all.filter((each) => each.standard.habit).length
  return { levels: all.length - habits, habits }
}

function remarksOf(snapshot: ClassSnapshot, period: Period, today: CivilDate): RemarkState[] {
  const grades = new Grades(snapshot)
  const without = isGraded(snapshot, planOf(snapshot), period) ? null : 'not given'
  const gradeOf = (id: string) => grades.of(id, period.id).effective ?? without
  return remarkStates(snapshot, period, studentsIn(snapshot, period), today, gradeOf)
}

/** The exam windows of a period in which no work is dated. */
export const undatedExams = (snapshot: ClassSnapshot, period: Period): Period[] =>
  examsOf(snapshot, period).filter((each) => assignmentsIn(snapshot, each).length === 0)

function examsWithout(snapshot: ClassSnapshot, period: Period): number | null {
  if (!examsOf(snapshot, period).length) return null
  return record(snapshot.records, 'closing', period.id).noExam ? 0 : undatedExams(snapshot, period).length
}
