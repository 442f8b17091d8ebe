import type { MessageOf } from '#core/message'
import type { Place, Placed, Wish } from './types'

/** Where something is in the content of the sheet, in pixels. */
export interface Box {
  x: number
  y: number
  width: number
  height: number
}

/** The cell that an editor was opened on, by the ids of its row and column. */
export interface HeldCell {
  /** Where the cell is now; null when the sheet no longer shows it. */
  place(): Place | null
  /** Saves an entry there. Returns why it is refused, or null. */
  enter(text: string): MessageOf<'entry'> | null
  /** Leaves there what could not be read, marked. */
  leave(text: string, reason: MessageOf<'entry'>): void
  /** Sets a mark where the text is its letter alone. Returns whether it was. */
  mark(text: string): boolean
  /** Remembers text that is not finished, so that a crash doesn't lose it; null forgets it. */
  remember(text: string | null): void
}

/** The view, as the controller knows it. */
export interface SheetHost {
  root: HTMLElement
  overlay: { active: HTMLElement; range: HTMLElement; input: HTMLInputElement }
  rows(): number
  /** All columns, those at the right whose cells are computed among them. */
  columns(): number
  /** How many of them are typed in; they come first. */
  typed(): number
  /** Where a cell is in the content. Must not read layout. */
  rect(place: Place): Box
  element(place: Place): HTMLElement | null
  /** The name at the head of a row, while that is in the page. */
  name(row: number): HTMLElement | null
  /** Scrolls a cell into the part of the view that nothing pinned covers. */
  reveal(place: Place): void
  hit(target: EventTarget | null): Place | null
  /** What a screen reader calls the cell. */
  words(place: Place): string
  text(place: Place): string
  shown(place: Place): string
  /** Binds what is about to be typed to the student and the column of a cell, wherever that cell goes. */
  hold(place: Place): HeldCell
  /** Asks before the first key in a cell of a declared term; `go` gets it and those typed since. Returns whether it asked. */
  asksFirst(place: Place, key: string, go: (keys: readonly string[]) => void): boolean
  clear(places: Place[]): void
  paste(entries: { place: Place; text: string }[]): number
  /** Shows who would get what before several rows are pasted, and goes on by itself; answers whether it does. */
  ask(placed: () => Placed, go: () => void): boolean
  /** Takes a pasted table in which names of students stand; answers whether it does. */
  named(table: string[][], from: Place): boolean
  /** Copies the first of each list of cells into those under it. */
  fillDown(columns: Place[][]): void
  /** Where Enter goes from a cell, down or back up. */
  next(from: Place, step: 1 | -1): Place
  /** Whether a paste goes past the cell. */
  passes(place: Place): boolean
  letter(key: string, places: Place[]): boolean
  /** Whether a letter by itself sets a mark. */
  isMark(key: string): boolean
  /** Whether letters are labels there, and no marks. */
  inLetters(place: Place): boolean
  open(column: number): void
  /** Starts what a computed cell is for, or says why nothing can be done there. */
  begin(place: Place, wish: Wish): string
  moved(place: Place): void
  /** Says something in the status line of the sheet. */
  say(words: string): void
}
