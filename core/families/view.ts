import type { MessageOf } from '../message'
import type { CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import { studentRecord } from '../records'
import type { Assignment } from '../plan/assignment'
import { levelsIn } from '../proficiency/levels-in'
import { levelWindow } from '../proficiency/window'
import { Grades } from '../grading/grades'
import { declaredCardOf, declaredLevels } from './declared'
import type { FamilyGrade } from './family-grade'
import { familyGrade } from './grade'
import { familyLevels, type FamilyLevels } from './levels'
import { assignmentsIn, planOf, withAncestors } from '../plan/rules'
import { valueText, type Mark } from '../scores/score'
import { enrolledOn, type ClassSnapshot, type Student } from '../section'
import { isSeen, seenFrom } from './visibility'

/** One assignment as a family sees it; `score` is null where none is shown. */
export interface FamilyLine {
  assignmentId: string
  name: string
  dueOn: CivilDate | null
  points: string
  description: string
  score: string | null
  marks: readonly Mark[]
  note: string
}

/** Something of the student's that a family does not see, and why. */
export interface Hidden {
  what: MessageOf<'hidden'>
  why: MessageOf<'unseen'>
}

/** What a family sees of one student in one period. `hidden` is for the teacher, and never in what a family gets. */
export interface FamilyView {
  lines: FamilyLine[]
  grades: (FamilyGrade & { title: string })[]
  levels: FamilyLevels
  hidden: Hidden[]
}

/**
 * The projection of the gradebook that a family sees: assignments by their visibility rule, scores where they are
 * released, notes marked for the family, grades as the plan shows them; grades and levels of a declared period as they were
 * declared. Private notes are never in it.
 *
 * @example familyView(snapshot, student, quarter2, '2026-11-25').lines[0]?.score // '8'
 */
export function familyView(snapshot: ClassSnapshot, student: Student, period: Period, today: CivilDate): FamilyView {
  const declared = declaredCardOf(snapshot, period.id, student.id)
  const levels = declared
    ? declaredLevels(snapshot, declared)
    : familyLevels(planOf(snapshot), levelsIn(levelWindow(snapshot, period), student.id))
  const view: FamilyView = { lines: [], grades: [], levels, hidden: [] }
  let unshown = 0
  for (const each of assignmentsIn(snapshot, period)) {
    const cell = studentRecord(snapshot.records, 'cell', student.id, each.id)
    const has = cell.value !== null || cell.marks.length > 0
    if (!has && each.dueOn !== null && !enrolledOn(student, each.dueOn)) continue
    if (!isSeen(each, today)) {
      const seen = seenFrom(each)
      view.hidden.push({
        what: { code: 'hidden.assignment', assignment: each.name },
        why: 'never' in seen ? seen.never : { code: 'unseen.until', date: seen.from },
      })
      if (cell.value !== null && each.counts) unshown++
      continue
    }
    const shown = each.released
    if (has && !shown) {
      view.hidden.push({
        what: { code: 'hidden.score', assignment: each.name },
        why: { code: 'unseen.not-released' },
      })
      if (cell.value !== null && each.counts) unshown++
    }
    const forFamily = cell.note !== '' && cell.noteFor === 'family'
    if (cell.note !== '' && !forFamily)
      view.hidden.push({ what: { code: 'hidden.note', assignment: each.name }, why: { code: 'unseen.for-teacher' } })
    view.lines.push({
      assignmentId: each.id,
      name: each.name,
      dueOn: each.dueOn,
      points: each.points,
      description: each.description,
      score: shown && cell.value !== null ? valueText(cell.value) : null,
      marks: shown ? cell.marks : [],
      note: forFamily && shown ? cell.note : '',
    })
  }
  addGrades(view, snapshot, student, period, unshown)
  return view
}

function addGrades(view: FamilyView, snapshot: ClassSnapshot, student: Student, period: Period, unshown: number): void {
  const plan = planOf(snapshot)
  const levelsAlone = plan.proficiency.reports === 'levels'
  if (levelsAlone || plan.families === 'neither') {
    const why = { code: levelsAlone ? 'unseen.levels-alone' : 'unseen.neither' } as const
    view.hidden.push({ what: { code: 'hidden.grades' }, why })
    return
  }
  const grades = new Grades({ ...snapshot, students: [student] })
  for (const each of withAncestors(snapshot, period)) {
    const typed = studentRecord(snapshot.records, 'override', student.id, each.id)
    const declared = declaredCardOf(snapshot, each.id, student.id)
    const grade = declared ? declared.grade : familyGrade(plan, grades.of(student.id, each.id), typed)
    if (grade) view.grades.push({ title: each.title, ...grade })
    if (typed.reason)
      view.hidden.push({ what: { code: 'hidden.reason', period: each.title }, why: { code: 'unseen.for-record' } })
  }
  if (view.grades.length && unshown)
    view.hidden.push({ what: { code: 'hidden.scores', scores: unshown }, why: { code: 'unseen.in-the-grade' } })
}

/** A day on which something appears to families. */
export interface Appearing {
  date: CivilDate
  names: string[]
}

/** What families will begin to see after a day, day by day; what they never see is not in it. */
export function appearing(
  assignments: readonly Pick<Assignment, 'name' | 'visibility' | 'dueOn'>[],
  after: CivilDate,
): Appearing[] {
  const days = new Map<CivilDate, string[]>()
  for (const each of assignments) {
    const seen = seenFrom(each)
    if ('never' in seen || seen.from === 'now' || seen.from <= after) continue
    days.set(seen.from, [...(days.get(seen.from) ?? []), each.name])
  }
  return [...days].map(([date, names]) => ({ date, names })).toSorted((a, b) => a.date.localeCompare(b.date))
}
