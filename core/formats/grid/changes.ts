import type { MessageOf } from '../../message'
import { jointId } from '../../kind'
import { record } from '../../records'
import type { Assignment } from '../../plan/assignment'
import type { Cell } from '../../scores/cell'
import type { Desired } from '../../desired'
import type { Listed } from '../../plan/rules'
import { cellText, enteredOn, readEntry, type EntryPlace } from '../../scores/entry'
import { fullName, type ClassSnapshot, type Student } from '../../section'
import type { Grid, GridColumn, GridRow } from './read'

/** One score that a table would change. */
export interface GridChange {
  student: Student
  column: string
  before: string
  after: string
}
export interface GridOutcome {
  desired: Desired[]
  changes: GridChange[]
  refused: { name: string; column: string; text: string; reason: MessageOf<'entry'> }[]
}

/** What each row and column was decided to be: the reading's own answer, or the teacher's. */
export interface GridDecisions {
  studentOf: (row: GridRow) => Student | null
  /** The assignment that a column's scores go to; one that is new comes with what it is to be. */
  assignmentOf: (column: GridColumn) => Listed<Assignment> | null
  /** What an entry of an assignment is read against. */
  placeOf: (assignment: Readonly<Assignment>) => EntryPlace
}

/**
 * What a table changes in a class: new assignments, and of the scores just those that say something else than now. In a
 * table from elsewhere an empty place says nothing; in Yukata's own it clears.
 */
export function gridChanges(snapshot: ClassSnapshot, grid: Grid, decided: GridDecisions): GridOutcome {
  const outcome: GridOutcome = { desired: [], changes: [], refused: [] }
  for (const column of grid.columns) {
    const assignment = decided.assignmentOf(column)
    if (!assignment) continue
    const { id, ...fields } = assignment
    if (column.target.to === 'new') outcome.desired.push({ kind: 'assignment', id, to: fields })
    const place = decided.placeOf(assignment)
    for (const row of grid.rows) {
      const student = decided.studentOf(row)
      const text = row.texts[column.at]?.trim() ?? ''
      if (!student || (text === '' && !grid.ours)) continue
      const cellId = jointId(student.id, id)
      const cell = record(snapshot.records, 'cell', cellId)
      const before = cellText(cell)
      if (text === before) continue
      const to = readCell(text, cell, place, grid.ours)
      if ('refused' in to) {
        outcome.refused.push({ name: fullName(student), column: assignment.name, text, reason: to.refused })
        continue
      }
      const after = cellText({ ...cell, ...to })
      if (after === before) continue
      outcome.desired.push({ kind: 'cell', id: cellId, to })
      outcome.changes.push({ student, column: assignment.name, before, after })
    }
  }
  return outcome
}

function readCell(
  text: string,
  cell: Readonly<Cell>,
  place: EntryPlace,
  whole: boolean,
): Partial<Cell> | { refused: MessageOf<'entry'> } {
  const entry = readEntry(text, { ...place, present: cell.value })
  if ('refused' in entry) return entry
  if (!whole) return enteredOn(cell, entry)
  const bare = { ...cell, value: null, marks: [] }
  return { value: null, marks: [], ...enteredOn(bare, entry) }
}
