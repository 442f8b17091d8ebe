import { jointId, record, type Assignment, type Plan } from '../acts/records'
import { thousandths } from '../number/decimal'
import { toDouble } from '../number/ratio'
import { contribution } from '../scores/contribution'
import { worthOf, type WorthScales } from '../scores/worth'
import type { ClassSnapshot, Student } from '../section'
import type { GradingContext } from './context'
import type { Listed } from './rules'

/** Figures up to here, in thousandths, have shares that doubles tell apart whenever they differ. */
const PRECISE = 2 ** 25

/**
 * The scores of a class as columns of numbers, students by assignments: what the sums run over.
 *
 * `NaN` is a score that contributes nothing; a share is `NaN` too where nothing is possible. Equal shares are equal
 * doubles, and different ones differ, as long as `precise` holds.
 */
export interface Columns {
  students: Student[]
  assignments: readonly Listed<Assignment>[]
  rowOf: Map<string, number>
  columnOf: Map<string, number>
  multiplier: Float64Array
  /** multiplier × points possible. */
  size: Float64Array
  /** Points earned, and their share of the points possible. */
  earned: Float64Array
  share: Float64Array
  precise: boolean
}

/** Reads the records of a class into columns. */
export function columnsOf(context: GradingContext): Columns {
  const { assignments } = context
  const { students } = context.snapshot
  const columns: Columns = {
    students,
    assignments,
    rowOf: new Map(students.map((each, at) => [each.id, at])),
    columnOf: new Map(assignments.map((each, at) => [each.id, at])),
    multiplier: Float64Array.from(assignments, (each) => Number(each.multiplier)),
    size: Float64Array.from(assignments, (each) => Number(each.multiplier) * Number(each.points)),
    earned: new Float64Array(students.length * assignments.length),
    share: new Float64Array(students.length * assignments.length),
    precise: assignments.every((each) => thousandths(each.points) < PRECISE),
  }
  const reading = readingOf(context)
  for (let row = 0; row < students.length; row++)
    for (let column = 0; column < assignments.length; column++) readCell(columns, reading, row, column)
  return columns
}

/** What reading a cell needs besides the cell. */
export interface Reading extends WorthScales {
  snapshot: ClassSnapshot
  plan: Readonly<Plan>
}

export const readingOf = ({ snapshot, plan }: GradingContext): Reading => ({
  snapshot,
  plan,
  scale: plan.scale,
  levels: snapshot.proficiencyScale,
})

/** Reads one cell into the columns, as after a keystroke. */
export function readCell(columns: Columns, reading: Reading, row: number, column: number): void {
  const assignment = columns.assignments[column]!
  const student = columns.students[row]!
  const at = row * columns.assignments.length + column
  columns.earned[at] = columns.share[at] = NaN
  if (!assignment.counts) return
  const cell = record(reading.snapshot.records, 'cell', jointId(student.id, assignment.id))
  const found = contribution(cell, assignment, reading.plan, student.spans)
  const worth = 'value' in found && worthOf(found.value, assignment.points, reading)
  if (!worth) return
  columns.earned[at] = toDouble(worth.earned)
  columns.share[at] = worth.share ? toDouble(worth.share) : NaN
  if (worth.earned.n / worth.earned.d >= PRECISE / 1000) columns.precise = false
}
