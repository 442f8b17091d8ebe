import { countingDay, holds, type Period } from './calendar/periods'
import type { DeclaredGrade } from './report-card/declared-grade'
import type { ClassWindow } from './grading/reporting-window'
import type { Fixed as Policy } from './plan/fixed'
import type { Records } from './records'
import type { GradingScale } from './scales/grading'
import type { BankEntry } from './remarks/bank-entry'
import type { Span } from './scores/contribution'
import type { AvailableLevelScale } from './scales/proficiency'
import type { TextBox } from './remarks/lines'
import type { Pronouns } from './remarks/pronouns'

export interface Student {
  id: string
  givenName: string
  familyName: string
  pronouns: Pronouns | null
  /** The days in this class; a student who left and came back has two spans. */
  spans: Span[]
}

/** A node of the tree of standards: an area with others below it, or one standard. */
export interface Standard {
  id: string
  parentId: string | null
  code: string
  statement: string
  /** A learning habit, which is judged in a scale of its own and stands apart from grades. */
  habit: boolean
  /** Whether its level is on the card. */
  reported: boolean
  /** What it weighs in the mean of its area, against 1 for each of the others. */
  weight: string
  /** The day on which its owner took it away; its evidence stays. */
  withdrawnOn: string | null
  /** The district's, or made here for this class. */
  owner: 'district' | 'class'
}

/** A scale of the district's or of the teacher's own. */
export type AvailableScale = GradingScale & { id: string; owner: 'district' | 'mine' }

/** One class as the server sends it: enough to compute everything that is shown. */
export interface ClassSnapshot {
  section: { id: string; title: string; course: string; school: string; schoolId: string; meets: string }
  periods: Period[]
  /** In the order of the roster: by family name, then given name. */
  students: Student[]
  /** Those of the course; `standardsOf` adds those that were made for the class. */
  standards: Standard[]
  /** Proficiency scales that a plan can choose, those that ship among them. */
  levelScales: AvailableLevelScale[]
  /** Grading scales that a plan can take a copy of. */
  scales: AvailableScale[]
  /** What the district fixes, and who fixed it. */
  policy: Readonly<Policy>
  policyBy: string | null
  /** The room that a card has for a remark. */
  remarkBox: TextBox
  bank: BankEntry[]
  records: Records
  /** When the office takes in grades, by period; a period without one is open. */
  windows: Record<string, ClassWindow>
  /** Grades as they were when each declared period was declared, by period id. */
  declared: Record<string, DeclaredGrade[]>
}

/** Roster order of names, which puts accents where readers expect them. */
const order = new Intl.Collator('en', { sensitivity: 'base' })
export function byName(a: Student, b: Student): number {
  return (
    order.compare(a.familyName || a.givenName, b.familyName || b.givenName) || order.compare(a.givenName, b.givenName)
  )
}

/** `Achterberg, Rosalind`, or the one name that a student has. */
export function rosterName(student: Pick<Student, 'givenName' | 'familyName'>): string {
  return [student.familyName, student.givenName].filter(Boolean).join(', ')
}

/** `Rosalind Achterberg`. */
export function fullName(student: Pick<Student, 'givenName' | 'familyName'>): string {
  return [student.givenName, student.familyName].filter(Boolean).join(' ')
}

/** Whether the student is in the class on that day. */
export function enrolledOn(student: Student, day: string): boolean {
  return student.spans.some((span) => holds(span, day))
}

/** Whether the student was in the class and left before that day. */
export const hasLeft = ({ spans }: Pick<Student, 'spans'>, day: string): boolean =>
  spans.every(({ lastDay }) => lastDay !== null && lastDay < day)

/**
 * Returns the students of a class as every count takes them: those enrolled today, or on the last day of a year that is
 * over. Students who have left are counted apart.
 *
 * @example enrolledNow(snapshot, '2026-11-25').length // 25
 */
export function enrolledNow(
  { students, periods }: Pick<ClassSnapshot, 'students' | 'periods'>,
  today: string,
): Student[] {
  const day = countingDay(periods, today)
  return students.filter((student) => enrolledOn(student, day))
}
