import type { MessageOf } from '#core/message'

/** A place in the sheet, by index. Row -1 is the column heads. */
export interface Place {
  row: number
  column: number
}

/** A rectangle of cells, both ends included. */
export interface Block {
  top: number
  bottom: number
  left: number
  right: number
}

/** How one cell looks, and what a screen reader says of it. */
export interface CellView {
  text: string
  /** What is above the maximum, as `+1`. */
  excess?: string
  /** Marks, in words. */
  mark?: string
  note?: 'family' | 'teacher'
  excused?: boolean
  missing?: boolean
  /** More than twice the points possible, and not said to be meant. */
  odd?: boolean
  /** Dropped from the grade by a rule. */
  dropped?: boolean
  /** The student was not in the class then. */
  away?: boolean
  /** Depth of dye of a level, from 0 to 12. */
  dye?: number
  /** Too little to say a level by. */
  hatched?: boolean
  /** What is calculated, under what the teacher gave in its place. */
  was?: string
  /** The newest pieces of evidence, oldest first, each from 0 to 1. */
  stroke?: number[]
  /** The level that the points show: a ring. */
  converted?: string
  /** The ring is all that is in the cell. */
  alone?: boolean
  /** The district does not hold it as it is here. */
  unsent?: boolean
  /** What stands in it could not be read, and counts nothing. */
  unread?: boolean
  /** It waits for a decision: somebody else's stands, and another was typed here. */
  conflict?: boolean
  /** The whole cell in words, where it is more than its text. */
  words?: string
}

/** What is selected: a cell, or a column by its head, then without a row. */
export interface Selected {
  rowId: string | null
  columnId: string
}

/** A line under the rows, by the ids of columns and results. */
export interface Footer {
  title: string
  columns: ReadonlyMap<string, string | null>
  results: ReadonlyMap<string, string | null>
}

export interface SheetRow {
  id: string
  name: string
  /** The address of the student's own page. */
  path: string
  /** A word beside the name, as for a student who left. */
  aside?: string
  /** The student left the class, and is counted apart. */
  left?: boolean
}

export interface SheetColumn {
  id: string
  title: string
  /** Lines under the title. */
  under: string[]
  /** What is special about it, a word each, such as `extra`. */
  states?: string[]
  /** What a screen reader says of the column. */
  words: string
  tint?: number
  /** The group that the column is of, where columns are grouped; said once, over the first. */
  group?: string
  /** Beside the title, in a word, as `put away`. */
  aside?: string
}

/** The columns that are in the page, as heads and feet need them. */
export interface ShownColumns {
  columns: SheetColumn[]
  /** The place of the first of them in the sheet. */
  from: number
  /** How many columns there are in all. */
  count: number
  /** The room of the columns before them, in pixels. */
  before: number
  results: ResultColumn[]
}

/** A computed column at the right, which nobody types into. */
export interface ResultColumn {
  id: string
  title: string
  under: string
  width: number
  strong?: boolean
}
export interface ResultView {
  text: string
  label?: string
  /** The computed grade under an override. */
  was?: string
  dye?: number
  hatched?: boolean
  /** Why there is none, in a word, where that is not plain to see. */
  why?: string
}

/** What is wished of a computed cell: something typed (or the editor, with nothing), or a key that changes cells. */
export type Wish = { type: string } | 'clear' | 'paste' | 'fill'

/** Where each pasted text goes, and what has no place. */
export interface Placed {
  entries: { place: Place; text: string }[]
  /** Texts beyond the last row or column. */
  left: string[]
  /** Rows in between that get nothing, because the student wasn't in the class then. */
  skipped: number[]
}

/** Where pasted texts go, what has no place, and the names of students between them who get nothing. */
export interface PlacedCells {
  entries: [rowId: string, columnId: string, text: string][]
  left: string[]
  skipped: string[]
}

/** What a sheet does with what is typed into it. Refusals are words for a person. */
export interface SheetActions {
  /** What editing in place begins with. */
  text(rowId: string, columnId: string): string
  /** Keeps an entry; says why when it is refused, and null when it is kept. */
  enter(rowId: string, columnId: string, text: string): MessageOf<'entry'> | null
  /** Leaves in a cell what could not be read there, marked. */
  leave(rowId: string, columnId: string, text: string, reason: MessageOf<'entry'>): void
  /** Remembers on this machine what is being typed in a cell, so that a crash doesn't lose it; null forgets it. */
  remember?(rowId: string, columnId: string, text: string | null): void
  /**
   * Asks before the first key in a cell of a declared term. Returns whether it asked; then `go` gets that key and those typed
   * since, once it is agreed.
   */
  asksFirst?(rowId: string, columnId: string, key: string, go: (keys: readonly string[]) => void): boolean
  clear(cells: [rowId: string, columnId: string][]): void
  /** Takes a block of texts; gives how many were refused. */
  paste(entries: [rowId: string, columnId: string, text: string][]): number
  /** Shows who would get what before several rows are pasted, then goes on; answers whether it does. */
  ask?(placed: () => PlacedCells, go: () => void): boolean
  /** Takes a table with names in it, pasted on a column; answers whether it does. Without it, a block is a block. */
  named?(table: string[][], columnId: string): boolean
  /** Copies the first of each list of cells into the others. */
  fillDown(columns: [rowId: string, columnId: string][][]): void
  /** Whether something is still to be typed there. Enter can go from one such to the next. */
  isBlank(rowId: string, columnId: string): boolean
  /** Whether Enter, fills and pastes go past the cell: its student was not in the class on the due date. */
  isPassedOver(rowId: string, columnId: string): boolean
  /** Whether letters are labels there; marks then come after a point. */
  inLetters?(rowId: string, columnId: string): boolean
  /** A letter typed on cells; answers whether it means something. */
  letter(key: string, cells: [rowId: string, columnId: string][]): boolean
  /** Whether a letter by itself sets a mark; in one cell it does so when the entry ends. */
  isMark?(key: string): boolean
  /** Starts what a computed cell is for; gives words where there is nothing to start. */
  begin(rowId: string, resultId: string, wish: Wish): string
  /** A column head was opened. */
  open(columnId: string): void
}
