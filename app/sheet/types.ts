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
  /** Dropped from the grade by a rule. */
  dropped?: boolean
  /** The student was not in the class then. */
  away?: boolean
  /** Depth of dye of a level, from 0 to 3. */
  dye?: number
  /** The whole cell in words, where it is more than its text. */
  words?: string
}

export interface SheetRow {
  id: string
  name: string
  /** A word beside the name, as for a student who left. */
  aside?: string
}

export interface SheetColumn {
  id: string
  title: string
  /** Lines under the title. */
  under: string[]
  /** What a screen reader says of the column. */
  words: string
  tint?: number
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

/** What a sheet does with what is typed into it. Refusals are words for a person. */
export interface SheetActions {
  /** What editing in place begins with. */
  text(rowId: string, columnId: string): string
  /** Keeps an entry; gives words when it is refused, and null when it is kept. */
  enter(rowId: string, columnId: string, text: string): string | null
  clear(cells: [rowId: string, columnId: string][]): void
  /** Takes a block of texts; gives how many were refused. */
  paste(entries: [rowId: string, columnId: string, text: string][]): number
  /** A letter typed on cells; answers whether it means something. */
  letter(key: string, cells: [rowId: string, columnId: string][]): boolean
  /** A column head was opened. */
  open(columnId: string): void
}
