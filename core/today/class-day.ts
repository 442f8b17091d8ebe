import { isMissing } from '../scores/missing'
import { daysAfter, type CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import { studentRecord } from '../records'
import { assignmentsIn } from '../plan/rules'
import { waitsFor } from '../scores/to-score'
import { enrolledNow, enrolledOn, fullName, type ClassSnapshot } from '../section'

/** So far ahead the work of a class is looked at. */
export const DAYS_AHEAD = 7
/** For so long a change of the roster is news. */
const NEWS_DAYS = 7

/** A stack of paper that waits: its assignment, how many scores are to give, and the first of the students. */
export interface Stack {
  id: string
  name: string
  dueOn: CivilDate
  waiting: number
  firstStudentId: string
}

/** What a class has for the teacher on a day. */
export interface ClassDay {
  stacks: Stack[]
  /** Work due today and in the week ahead. */
  ahead: { id: string; name: string; shortName: string; dueOn: CivilDate }[]
  /** What is due first after that. */
  next: ClassDay['ahead']
  joined: { id: string; name: string }[]
  left: { id: string; name: string }[]
  /** Whose work is missing, most of it first: what families will ask about. */
  missing: { id: string; name: string; count: number }[]
}

/**
 * What a class has for the teacher on a day: stacks to score, what is due, who came and went, whose work is missing. To
 * score is what `waitsFor` says; missing is a mark without a score, of those who are in the class.
 *
 * @example classDay(snapshot, quarter2, '2026-11-25').stacks[0] // { name: 'Check 6', waiting: 4, … }
 */
export function classDay(snapshot: ClassSnapshot, period: Period | null, today: CivilDate): ClassDay {
  const work = period ? assignmentsIn(snapshot, period) : []
  const cellOf = (studentId: string, assignmentId: string) =>
    studentRecord(snapshot.records, 'cell', studentId, assignmentId)
  const present = enrolledNow(snapshot, today)
  const named = (students: ClassSnapshot['students']) =>
    students.map((student) => ({ id: student.id, name: fullName(student) }))
  const isNews = (day: CivilDate | null) => day !== null && day > daysAfter(today, -NEWS_DAYS) && day <= today

  const coming = work
    .flatMap(({ id, name, shortName, dueOn }) =>
      dueOn !== null && dueOn >= today ? [{ id, name, shortName, dueOn }] : [],
    )
    .toSorted((a, b) => a.dueOn.localeCompare(b.dueOn))

  return {
    stacks: work.flatMap(({ id, name, dueOn }) => {
      const waiting = snapshot.students.filter(
        (student) => waitsFor(cellOf(student.id, id), { dueOn }, student.spans, today) === 'now',
      )
      return waiting.length
        ? [{ id, name, dueOn: dueOn!, waiting: waiting.length, firstStudentId: waiting[0]!.id }]
        : []
    }),
    ahead: coming.filter(({ dueOn }) => dueOn < daysAfter(today, DAYS_AHEAD)),
    next: coming.filter(({ dueOn }) => dueOn >= daysAfter(today, DAYS_AHEAD)).slice(0, 1),
    joined: named(present.filter(({ spans }) => spans.some((span) => isNews(span.firstDay)))),
    left: named(
      snapshot.students.filter(
        (student) =>
          !enrolledOn(student, today) && student.spans.some(({ lastDay }) => isNews(lastDay && daysAfter(lastDay, 1))),
      ),
    ),
    missing: present
      .map((student) => ({
        id: student.id,
        name: fullName(student),
        count: work.filter((each) => isMissing(cellOf(student.id, each.id))).length,
      }))
      .filter((each) => each.count > 0)
      .toSorted((a, b) => b.count - a.count || a.name.localeCompare(b.name)),
  }
}
