import { record } from '../records'
import { readDecimal } from '../number/decimal'
import type { ClassSnapshot } from '../section'
import { Grades } from './grades'

/** What a score would have to be: the least points, or that no score up to the points possible is enough. */
export type Needed = { points: string } | { enough: false }

/** Up to here in steps of half a point, above it in about a thousand whole steps. */
const HALVES_TO = 500

/**
 * The least score on one assignment that brings a student's computed grade to a percent, everything else as it is. Tried
 * upward in steps of half a point (coarser above 500 points), because a drop rule can make a grade fall as a score rises.
 *
 * @param wanted lower bound in percent of the label wished for, as the label's rule reads it
 * @returns null when the assignment has no part in the grade
 * @example neededFor(snapshot, 'ann', 'q2', 'check-6', 'B+') // { points: '17.5' }
 */
export function neededFor(
  snapshot: ClassSnapshot,
  studentId: string,
  periodId: string,
  assignmentId: string,
  label: string,
): Needed | null {
  const student = snapshot.students.find((each) => each.id === studentId)
  const assignment = record(snapshot.records, 'assignment', assignmentId)
  const most = Number(assignment.points)
  if (!student || most === 0 || !assignment.counts) return null
  const cells = { ...snapshot.records.cell[studentId] }
  const records = { ...snapshot.records, cell: { [studentId]: cells } }
  const tried: ClassSnapshot = { ...snapshot, students: [student], records }
  const grades = new Grades(tried)
  const rank = new Map(
    [...record(snapshot.records, 'plan', snapshot.section.id).scale.steps]
      .sort((a, b) => Number(b.from) - Number(a.from))
      .map((step, at) => [step.label, at]),
  )
  const target = rank.get(label)
  if (target === undefined) return null
  const step = most <= HALVES_TO ? 0.5 : Math.ceil(most / 1000)
  for (let points = 0; points <= most; points += step) {
    cells[assignmentId] = {
      value: { points: readDecimal(String(points))! },
      marks: [],
      note: '',
      noteFor: 'teacher',
      meant: '',
    }
    grades.rescore(studentId, assignmentId)
    const reached = grades.of(studentId, periodId).computed
    if (reached && rank.get(reached.label)! <= target) return { points: readDecimal(String(points))! }
  }
  return { enough: false }
}
