import { isCivilDate, type CivilDate } from '../../calendar/date'
import type { Assignment } from '../../plan/assignment'
import { readDecimal } from '../../number/decimal'
import type { Listed } from '../../plan/rules'
import type { Student } from '../../section'
import { finderOf, wordsOfName, type NameMatch } from './names'
import { COMPUTED, headRows, STUDENT_ID, type HeadRow, type Table } from './table'

/** A row of scores, and the student that its name or id is of. */
export interface GridRow {
  name: string
  texts: readonly string[]
  match: NameMatch
}

/** Where a column's scores go. */
export type GridTarget = { to: 'assignment'; id: string } | { to: 'new' } | { to: 'nowhere' }

export interface GridColumn {
  /** Its place in the table. */
  at: number
  head: string
  target: GridTarget
  /** Of the assignment that a new column becomes, where the table says. */
  dueOn: CivilDate | null
  points: string | null
  category: string | null
}

/** A table of scores, read against a class: who is who and what is what, before anything is changed. */
export interface Grid {
  rows: GridRow[]
  columns: GridColumn[]
  /** Made by Yukata: what a cell says is all of it, marks too. From elsewhere: a score alone leaves marks as they are. */
  ours: boolean
}

/** What a table is read against. `from`: the columns that scores without heads go to, in order. */
export interface GridClass {
  students: readonly Student[]
  assignments: readonly Listed<Assignment>[]
  from?: readonly string[]
}

/**
 * Reads a table of scores with names or ids of students in it: from an export of Yukata that was edited, or from any
 * spreadsheet with a name in each row. Heads are matched to assignments by id, then by name and due date; a head that
 * fits none becomes a new assignment.
 *
 * @returns null when no column holds names or ids of students of the class
 * @example readGrid([['Bekele, Dawit', '8']], { students, assignments, from: [core.id] })?.rows[0]?.match
 */
export function readGrid(table: Table, known: GridClass): Grid | null {
  const find = finderOf(known.students)
  const fits = (text: string | undefined) => text !== undefined && 'student' in find(text)
  const width = Math.max(0, ...table.map((row) => row.length))
  const share = (column: number) => table.filter((row) => fits(row[column])).length
  const named = [...Array(width).keys()].reduce((best, each) => (share(each) > share(best) ? each : best), 0)
  if (width < 2 || share(named) === 0) return null

  const first = table.findIndex((row) => fits(row[named]))
  const above = table.slice(0, first)
  const heads = above[0] ?? null
  const underHeads = (row: HeadRow) => above.find((each) => each.some((text) => text.trim() === headRows[row]))
  const ids = heads?.findIndex((head) => head.trim() === STUDENT_ID) ?? -1
  const rest = [...Array(width).keys()].filter((each) => each !== named && each !== ids)
  // A second column of names, as where given and family names stand apart.
  const namesToo = rest.filter((each) => share(each) > table.length / 2)
  const others = rest.filter((each) => !namesToo.includes(each))
  const target = targetsOf(known)
  return {
    ours: underHeads('id') !== undefined,
    columns: others.map((at, order) => {
      const text = (row: HeadRow) => underHeads(row)?.[at]?.trim() ?? ''
      const head = heads?.[at]?.trim() ?? ''
      const due = isCivilDate(text('due')) ? text('due') : null
      return {
        at,
        head,
        target: heads
          ? text('due') === COMPUTED || head === ''
            ? { to: 'nowhere' }
            : target(head, text('id'), due)
          : fromPlace(known.from?.[order]),
        dueOn: due,
        points: readDecimal(text('points')),
        category: text('category') || null,
      }
    }),
    rows: table.slice(first).flatMap((row) => {
      const name = [named, ...namesToo]
        .map((each) => row[each]?.trim() ?? '')
        .join(' ')
        .trim()
      const byId = ids >= 0 && row[ids] ? find(row[ids]) : null
      if (name === '' && !byId) return []
      return [{ name: name || row[ids]!, texts: row, match: byId && 'student' in byId ? byId : find(name) }]
    }),
  }
}

const fromPlace = (id: string | undefined): GridTarget => (id ? { to: 'assignment', id } : { to: 'nowhere' })

function targetsOf({ assignments }: GridClass) {
  const taken = new Set<string>()
  const alike = (a: string, b: string) => wordsOfName(a).join(' ') === wordsOfName(b).join(' ')
  return (head: string, id: string, due: CivilDate | null): GridTarget => {
    const free = assignments.filter((each) => !taken.has(each.id))
    const named = free.filter((each) => alike(each.name, head) || alike(each.shortName, head))
    const found =
      free.find((each) => each.id === id) ?? named.find((each) => due !== null && each.dueOn === due) ?? named[0]
    if (!found) return { to: 'new' }
    taken.add(found.id)
    return { to: 'assignment', id: found.id }
  }
}
