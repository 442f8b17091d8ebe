import type { MessageOf } from '../message'
import type { Cell } from './cell'
import { enteredOn, readEntry, type EntryPlace } from './entry'
import { isBlank } from './to-score'
import { toggleMark, type Mark } from './score'

/** One thing done to every cell of a block. */
export type BlockEdit =
  | { do: 'fill blanks'; text: string }
  | { do: 'fill all'; text: string }
  | { do: 'fill marked'; marks: readonly Mark[]; text: string; note: string; noteFor: Cell['noteFor'] }
  | { do: 'set mark'; mark: Mark }
  | { do: 'clear mark'; mark: Mark }
  | { do: 'note'; note: string; noteFor: Cell['noteFor'] }
  | { do: 'clear' }

/** A cell of a block, and what an entry in it is read against. */
export interface BlockCell {
  id: string
  cell: Readonly<Cell>
  place: EntryPlace
  /** Whether the student was in the class on the due date. */
  there: boolean
}

/** What an edit would make of each cell that it changes, and why others are left as they are. */
export interface BlockOutcome {
  changes: { id: string; to: Partial<Cell> }[]
  refused: { id: string; reason: MessageOf<'entry'> }[]
}

/** What is done to a block passes over them; who means one of them types in that cell. */
const NOT_THERE = { code: 'entry.not-there' } as const

/** A blank to fill: the student was there. */
const isToFill = ({ cell, there }: BlockCell) => there && isBlank(cell)

/**
 * Does one thing to every cell of a block, before anything is kept: for showing it, then for doing it as one act.
 * Students who weren't enrolled on the due date are skipped; *fill blanks* skips cells with a score or a mark, *fill marked*
 * all but those with one of the marks and no score.
 *
 * @example onBlock(cells, { do: 'fill blanks', text: '10' }).changes.length // 27
 */
export function onBlock(cells: readonly BlockCell[], edit: BlockEdit): BlockOutcome {
  const changes: BlockOutcome['changes'] = []
  const refused: BlockOutcome['refused'] = []
  for (const each of cells) {
    const to = done(each, edit)
    if ('refused' in to) refused.push({ id: each.id, reason: to.refused })
    else if (differs(each.cell, to)) changes.push({ id: each.id, to })
  }
  return { changes, refused }
}

function done(each: BlockCell, edit: BlockEdit): Partial<Cell> | { refused: MessageOf<'entry'> } {
  const { cell } = each
  switch (edit.do) {
    case 'fill blanks':
      return isToFill(each) ? entered(each, edit.text) : {}
    case 'fill all':
      return each.there ? entered(each, edit.text) : { refused: NOT_THERE }
    case 'fill marked':
      return isMarked(cell, edit.marks) ? withReason(each, edit) : {}
    case 'set mark':
      if (!each.there) return { refused: NOT_THERE }
      return cell.marks.includes(edit.mark) ? {} : { marks: toggleMark(cell.marks, edit.mark) }
    case 'clear mark':
      return { marks: cell.marks.filter((mark) => mark !== edit.mark) }
    case 'note':
      return { note: edit.note, ...(edit.note ? { noteFor: edit.noteFor } : {}) }
    case 'clear':
      return { value: null, marks: [] }
  }
}

/** A cell without a value that has one of the marks. */
const isMarked = ({ value, marks }: Readonly<Cell>, wanted: readonly Mark[]) =>
  value === null && marks.some((mark) => wanted.includes(mark))

/** The value in place of a mark's own rule. The mark stays, and the reason joins the note that is there. */
function withReason(each: BlockCell, { text, note, noteFor }: Extract<BlockEdit, { do: 'fill marked' }>) {
  const to = entered(each, text)
  if ('refused' in to || to.value === undefined || to.value === null) return to
  const { cell } = each
  return {
    value: to.value,
    ...(note ? { note: [cell.note, note].filter(Boolean).join(' '), ...(cell.note ? {} : { noteFor }) } : {}),
  }
}

function entered({ cell, place }: BlockCell, text: string): Partial<Cell> | { refused: MessageOf<'entry'> } {
  const entry = readEntry(text, { ...place, present: cell.value })
  return 'refused' in entry ? entry : enteredOn(cell, entry)
}

const differs = (cell: Readonly<Cell>, to: Partial<Cell>) =>
  (Object.keys(to) as (keyof Cell)[]).some((key) => JSON.stringify(cell[key]) !== JSON.stringify(to[key]))
