import type { MessageOf } from '#core/message'
import type { Place, Wish } from './types'

/** Where something is in the content of the sheet, in pixels. */
export interface Box {
  x: number
  y: number
  width: number
  height: number
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
  enter(place: Place, text: string): MessageOf<'entry'> | null
  /** Leaves in a cell what could not be read there. */
  leave(place: Place, text: string, reason: MessageOf<'entry'>): void
  clear(places: Place[]): void
  paste(entries: { place: Place; text: string }[]): number
  /** Shows who would get what before several rows are pasted, and goes on by itself; answers whether it does. */
  ask(position: () => { place: Place; text: string }[], go: () => void): boolean
  /** Takes a pasted table in which names of students stand; answers whether it does. */
  named(table: string[][], from: Place): boolean
  /** Copies the first of each list of cells into those under it. */
  fillDown(columns: Place[][]): void
  /** Where Enter goes from a cell, down or back up. */
  next(from: Place, step: 1 | -1): Place
  /** Whether a paste goes past the cell. */
  passes(place: Place): boolean
  letter(key: string, places: Place[]): boolean
  /** Whether letters are labels there, and no marks. */
  inLetters(place: Place): boolean
  open(column: number): void
  /** Starts what a computed cell is for, or says why nothing can be done there. */
  begin(place: Place, wish: Wish): string
  moved(place: Place): void
  /** Says something in the status line of the sheet. */
  say(words: string): void
}
