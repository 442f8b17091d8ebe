import type { MessageOf } from '#core/message'
import { say } from '~/words/say'
import Papa from 'papaparse'
import { blockOf, isOneCell, laidOut, placesIn } from './block'
import type { Block, Place, Wish } from './types'

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

const PAGE = 12
const FAR = 1e6

/**
 * Selection, editing, clipboard and keys of the sheet, without a framework. It owns the active cell, the block and the
 * one editor; it never renders a cell. Moving draws three boxes by arithmetic and nothing else.
 */
export class SheetController {
  active: Place = { row: 0, column: 0 }
  private head: Place = this.active
  private editing = false
  private tabbable: HTMLElement | null = null
  private selected: HTMLElement[] = []
  private framed: HTMLElement | null = null
  /** Whether the keyboard is on the sheet, also while the active cell is out of the window and not there. */
  private held = false
  /** The cell that was active when a finger came down on it: focus moves before the tap is told. */
  private tapped: Place | null = null

  constructor(private host: SheetHost) {
    const { root, overlay } = host
    root.addEventListener('keydown', (event) => this.onKey(event))
    root.addEventListener('pointerdown', (event) => this.onPointer(event))
    root.addEventListener('click', (event) => this.onTap(event))
    root.addEventListener('dblclick', (event) => this.host.hit(event.target) && this.edit(null))
    root.addEventListener('copy', (event) => this.onCopy(event))
    root.addEventListener('cut', (event) => this.onCopy(event) && this.clear())
    root.addEventListener('paste', (event) => this.onPaste(event))
    root.addEventListener('focusin', (event) => this.onFocus(event))
    root.addEventListener('focusout', (event) => {
      // A cell that goes out of the window takes the focus with it to nobody; anywhere else it was moved on purpose.
      if (event.relatedTarget && !root.contains(event.relatedTarget as Node)) this.held = false
    })
    overlay.input.addEventListener('blur', () => this.editing && this.commit())
  }

  get block(): Block {
    return blockOf(this.active, this.head)
  }

  /** The cells of the block, row by row. */
  places(): Place[] {
    return this.active.row < 0 || this.isComputed ? [] : placesIn(this.block)
  }

  /** Goes to a cell; `extend` moves the other end of the block. */
  goTo(place: Place, { extend = false, focus = true } = {}): void {
    // A block is of cells that are typed in; a computed one is selected by itself.
    const extending = extend && !this.isComputed
    const last = extending || place.row < 0 ? this.host.typed() : this.host.columns()
    const column = Math.max(0, Math.min(last - 1, place.column))
    const top = extending || column >= this.host.typed() ? 0 : -1
    const to = { row: Math.max(top, Math.min(this.host.rows() - 1, place.row)), column }
    this.head = to
    if (!extending) this.active = to
    this.host.reveal(to)
    this.paint()
    if (extending) return
    this.rove(focus)
    this.host.moved(to)
  }

  /** Whether the active cell is one that nobody types into. */
  private get isComputed(): boolean {
    return this.active.row >= 0 && this.active.column >= this.host.typed()
  }

  /** Places the frame and the block again, as after the columns changed. */
  paint(): void {
    const { active, range } = this.host.overlay
    const inHeads = this.active.row < 0 || this.host.rows() === 0 || this.host.columns() === 0
    active.hidden = inHeads || this.isComputed
    if (!active.hidden) position(active, this.host.rect(this.active))
    this.markComputed()
    range.hidden = isOneCell(this.block)
    if (!range.hidden) {
      const from = this.host.rect({ row: this.block.top, column: this.block.left })
      const to = this.host.rect({ row: this.block.bottom, column: this.block.right })
      position(range, { x: from.x, y: from.y, width: to.x + to.width - from.x, height: to.y + to.height - from.y })
    }
    this.markSelected()
  }

  /** Puts the one tab stop of the sheet on the active cell. */
  rove(focus: boolean): void {
    const element = this.host.element(this.active)
    if (!element) return
    if (this.tabbable !== element) {
      this.tabbable?.setAttribute('tabindex', '-1')
      element.tabIndex = 0
      this.tabbable = element
    }
    if (focus && document.activeElement !== element) element.focus({ preventScroll: true })
  }

  /** After the window moved: the active cell may have come or gone. */
  settle(): void {
    const { root } = this.host
    const keeps = this.held && !this.editing
    const on = document.activeElement
    if (this.host.element(this.active)) this.rove(keeps && (on === root || !root.contains(on)))
    // Out of the window, the sheet itself keeps the keyboard.
    else if (keeps && !root.contains(on)) root.focus({ preventScroll: true })
  }

  edit(seed: string | null): void {
    if (this.active.row < 0 || this.host.columns() === 0) return
    if (this.isComputed) return this.begin({ type: seed ?? '' })
    this.head = this.active
    this.paint()
    const { input } = this.host.overlay
    position(input, this.host.rect(this.active))
    input.hidden = false
    input.value = seed ?? this.host.text(this.active)
    input.setAttribute('aria-label', this.host.words(this.active))
    this.editing = true
    input.focus({ preventScroll: true })
    if (seed === null) input.select()
  }

  /** Keeps what was typed. What cannot be read stays in its cell, marked, and the hands go on: a stack is never lost. */
  private commit(): void {
    const { value } = this.host.overlay.input
    // After a point any letter is what it is elsewhere.
    const letter = /^\.([nf=])$/.exec(value.trim())?.[1]
    if (letter) {
      this.close()
      return void this.host.letter(letter, placesIn(this.block))
    }
    const refused = this.host.enter(this.active, value)
    if (refused) this.host.leave(this.active, value, refused)
    this.close()
    if (refused) this.host.say(say(refused))
  }

  private close(): void {
    this.editing = false
    this.host.overlay.input.hidden = true
    this.host.say('')
  }

  private move(rows: number, columns: number, extend = false): void {
    const from = extend ? this.head : this.active
    this.goTo({ row: from.row + rows, column: from.column + columns }, { extend })
  }

  private clear(): void {
    if (this.isComputed) return this.begin('clear')
    this.host.clear(placesIn(this.block))
  }

  /** No key ever lands in another cell than the marked one: on a computed cell it starts what that is for. */
  private begin(wish: Wish): void {
    this.host.say(this.host.begin(this.active, wish))
  }

  private onKey(event: KeyboardEvent): void {
    if (event.isComposing) return
    const onSheet = event.target === this.host.root || this.host.hit(event.target) !== null
    const used = this.editing ? this.editorKey(event) : onSheet && this.cellKey(event)
    if (used) event.preventDefault()
  }

  private editorKey(event: KeyboardEvent): boolean {
    const back = event.shiftKey ? -1 : 1
    const steps: Record<string, [number, number]> = {
      Tab: [0, back],
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
    }
    if (event.key === 'Escape') {
      event.stopPropagation()
      this.close()
      this.rove(true)
      return true
    }
    if (event.key === 'Enter') {
      this.commit()
      return this.entered(event.shiftKey)
    }
    const step = steps[event.key]
    if (!step) return false
    this.commit()
    this.move(...step)
    return true
  }

  private cellKey(event: KeyboardEvent): boolean {
    const far = event.ctrlKey || event.metaKey
    const extend = event.shiftKey && this.active.row >= 0
    switch (event.key) {
      case 'ArrowUp':
        return this.stepped(far ? -FAR : -1, 0, extend)
      case 'ArrowDown':
        return this.stepped(far ? FAR : 1, 0, extend)
      case 'ArrowLeft':
        return this.stepped(0, far ? -FAR : -1, extend)
      case 'ArrowRight':
        return this.stepped(0, far ? FAR : 1, extend)
      case 'PageUp':
        return this.stepped(-PAGE, 0, extend)
      case 'PageDown':
        return this.stepped(PAGE, 0, extend)
      case 'Home':
        return this.stepped(far ? -FAR : 0, -FAR, extend)
      case 'End':
        return this.stepped(far ? FAR : 0, FAR, extend)
      case 'Enter':
        return this.active.row < 0 ? this.opened() : this.entered(event.shiftKey)
      case 'Tab':
        return this.tabbed(event.shiftKey ? -1 : 1)
      case 'Escape':
        return this.stepped(0, 0, false)
      case 'F2':
        return this.edited(null)
      case 'Delete':
      case 'Backspace':
        return this.active.row >= 0 && this.cleared()
      case 'd':
        return far ? this.filledDown() : this.plain(event, far)
      default:
        return this.plain(event, far)
    }
  }

  private plain(event: KeyboardEvent, far: boolean): boolean {
    if (far || event.altKey || event.key.length !== 1 || this.active.row < 0) return false
    const isCapital = /^\p{Lu}$/u.test(event.key)
    const isFree = this.isComputed || this.host.inLetters(this.active)
    if (isCapital && !isFree && !event.shiftKey && event.getModifierState('CapsLock')) {
      this.host.say('Caps Lock is on. Small letters set marks; a capital begins a label.')
      return true
    }
    return this.typed(event.key, isCapital)
  }

  /** Digits and capitals begin an entry, as of a label of the scale; small letters are marks. */
  private typed(key: string, isCapital: boolean): boolean {
    if (this.isComputed || isCapital || /[0-9.,+]/.test(key)) return this.edited(key)
    if (/^\p{L}$/u.test(key) && this.host.inLetters(this.active)) return this.edited(key)
    return this.host.letter(key, placesIn(this.block))
  }

  private stepped(rows: number, columns: number, extend: boolean): boolean {
    // From far below, the first stop upwards is the first row; only a step from there goes to the heads.
    const up = rows <= -PAGE && this.active.row > 0 ? Math.max(rows, -this.active.row) : rows
    this.move(up, columns, extend)
    return true
  }

  /** Tab leaves the sheet at the ends of a row, so that it never traps the keyboard. */
  private tabbed(step: number): boolean {
    const to = this.active.column + step
    if (to < 0 || to >= this.host.columns()) return false
    return this.stepped(0, step, false)
  }

  private entered(back: boolean): boolean {
    this.goTo(this.host.next(this.active, back ? -1 : 1))
    return true
  }

  /** The top of each column of the block into the rest of it; in one cell, what stands above it. */
  private filledDown(): boolean {
    if (this.isComputed) {
      this.begin('fill')
      return true
    }
    const { top, bottom, left, right } = this.block
    const from = top === bottom ? top - 1 : top
    if (from < 0) return true
    const columns = [...Array(right - left + 1).keys()].map((column) =>
      [...Array(bottom - from + 1).keys()].map((row) => ({ row: from + row, column: left + column })),
    )
    this.host.fillDown(columns)
    return true
  }

  private edited(seed: string | null): boolean {
    this.edit(seed)
    return true
  }

  private cleared(): boolean {
    this.clear()
    return true
  }

  private opened(): boolean {
    this.host.open(this.active.column)
    return true
  }

  private onPointer(event: PointerEvent): void {
    const place = event.button === 0 && event.target !== this.host.overlay.input ? this.host.hit(event.target) : null
    // A finger may be about to scroll: a tap is taken when it is one.
    if (event.pointerType === 'touch') this.tapped = place && same(place, this.active) ? place : null
    if (!place || event.pointerType === 'touch') return
    if (this.editing) this.commit()
    event.preventDefault()
    this.goTo(place, { extend: event.shiftKey })
    if (place.row < 0) return
    const drag = (moved: PointerEvent) => {
      const over = this.host.hit(moved.target)
      if (over && over.row >= 0 && !same(over, this.head)) this.goTo(over, { extend: true })
    }
    const drop = () => {
      removeEventListener('pointermove', drag)
      removeEventListener('pointerup', drop)
    }
    addEventListener('pointermove', drag)
    addEventListener('pointerup', drop)
  }

  /** A tap goes to a cell; a second one on it edits. */
  private onTap(event: MouseEvent): void {
    const place = (event as PointerEvent).pointerType === 'touch' ? this.host.hit(event.target) : null
    if (!place) return
    if (this.editing) this.commit()
    this.goTo(place)
    if (this.tapped && same(place, this.tapped) && place.row >= 0) this.edit(null)
  }

  private onFocus(event: FocusEvent): void {
    this.held = true
    const place = this.editing ? null : this.host.hit(event.target)
    if (place && !same(place, this.active)) this.goTo(place)
  }

  private onCopy(event: ClipboardEvent): boolean {
    if (this.editing || this.active.row < 0) return false
    event.preventDefault()
    const { top, bottom, left, right } = this.block
    const lines: string[][] = []
    for (let row = top; row <= bottom; row++) {
      const line: string[] = []
      for (let column = left; column <= right; column++) line.push(this.host.shown({ row, column }))
      lines.push(line)
    }
    event.clipboardData?.setData('text/plain', Papa.unparse(lines, { delimiter: '\t', newline: '\n' }))
    return true
  }

  private onPaste(event: ClipboardEvent): void {
    if (this.editing || this.active.row < 0) return
    event.preventDefault()
    if (this.isComputed) return this.begin('paste')
    const text = (event.clipboardData?.getData('text/plain') ?? '').replace(/\r?\n$/, '')
    const { data } = Papa.parse<string[]>(text, { delimiter: '\t' })
    if (this.host.named(data, this.active)) return
    const position = () => this.laidPast(data)
    if (data.length > 1 && this.host.ask(position, () => this.pasted(position()))) return
    this.pasted(position())
  }

  private pasted(entries: { place: Place; text: string }[]): void {
    const refused = this.host.paste(entries)
    const last = entries.at(-1)
    if (last) this.goTo(last.place, { extend: true })
    this.host.say(
      refused
        ? `${refused} of ${entries.length} entries cannot be read and are marked in their cells; the rest is in.`
        : '',
    )
  }

  /** A computed cell stands in the part that does not scroll, so it wears its own frame. */
  private markComputed(): void {
    const now = this.isComputed ? this.host.element(this.active) : null
    if (now === this.framed) return
    this.framed?.removeAttribute('data-here')
    now?.setAttribute('data-here', '')
    this.framed = now
  }

  /** Lays a copied block on the rows from the selection on, past students who were not there on any of its days. */
  private laidPast(texts: string[][]): { place: Place; text: string }[] {
    const { top, bottom, left, right } = this.block
    const wide = Math.max(right - left + 1, ...texts.map((line) => line.length))
    const columns = [...Array(Math.min(wide, this.host.typed() - left)).keys()].map((at) => left + at)
    // The marked row is meant, whoever's it is.
    const rows = [...Array(this.host.rows()).keys()].filter(
      (row) => row === top || columns.some((column) => !this.host.passes({ row, column })),
    )
    const first = rows.findIndex((row) => row >= top)
    if (first < 0) return []
    const last = Math.max(
      first,
      rows.findLastIndex((row) => row <= bottom),
    )
    return laidOut(texts, { top: first, bottom: last, left, right }, rows.length, this.host.typed()).map(
      ({ place, text }) => ({ place: { ...place, row: rows[place.row]! }, text }),
    )
  }

  /** Tells the screen reader which cells are in the block, by writing to their elements directly. */
  private markSelected(): void {
    const next = isOneCell(this.block) ? [] : placesIn(this.block).flatMap((place) => this.host.element(place) ?? [])
    const kept = new Set(next)
    for (const element of this.selected) if (!kept.has(element)) element.removeAttribute('aria-selected')
    for (const element of next) element.setAttribute('aria-selected', 'true')
    this.selected = next
  }
}

const same = (a: Place, b: Place) => a.row === b.row && a.column === b.column

function position(element: HTMLElement, { x, y, width, height }: Box): void {
  Object.assign(element.style, { left: `${x}px`, top: `${y}px`, width: `${width}px`, height: `${height}px` })
}
