import { say } from '~/words/say'
import { blockOf, isOneCell, placesIn } from './block'
import { followClipboard } from './clipboard'
import type { HeldCell, SheetHost } from './host'
import { FAR, PAGE, stepOf } from './keys'
import { position, SheetOverlay } from './overlay'
import { followPointer } from './pointer'
import type { Block, Place, Wish } from './types'

/**
 * Selection, editing, clipboard and keys of the sheet, without a framework. It owns the active cell, the block and the
 * one editor; it never renders a cell. Moving draws three boxes by arithmetic and nothing else.
 */
export class SheetController {
  active: Place = { row: 0, column: 0 }
  private head: Place = this.active
  /** The cell that the editor is open on. Not a place: rows and columns can move while it is open. */
  private held: HeldCell | null = null
  /** What to say at the end of a column or row, where the next entry would overwrite the last cell; else empty. */
  private atEnd = ''
  private tabbable: HTMLElement | null = null
  /** Whether the keyboard is on the sheet, also while the active cell is out of the window and not there. */
  private hasKeyboard = false

  private overlay: SheetOverlay

  constructor(private host: SheetHost) {
    this.overlay = new SheetOverlay(host)
    const { root, overlay } = host
    root.addEventListener('keydown', (event) => this.onKey(event))
    followPointer(host, this)
    followClipboard(host, this)
    root.addEventListener('focusin', (event) => this.onFocus(event))
    root.addEventListener('focusout', (event) => {
      // A cell that goes out of the window takes the focus with it to nobody; anywhere else it was moved on purpose.
      if (event.relatedTarget && !root.contains(event.relatedTarget as Node)) this.hasKeyboard = false
    })
    overlay.input.addEventListener('blur', () => this.finish())
    overlay.input.addEventListener('input', () => this.held?.remember(overlay.input.value))
  }

  /** The end of the block that moves. */
  get far(): Place {
    return this.head
  }

  get editing(): boolean {
    return this.held !== null
  }

  /** Saves what is being typed, if anything is, in the cell where it was typed. */
  finish(): void {
    if (this.editing) this.commit()
  }

  /** After rows or columns changed: the editor goes along with its cell, or is saved where the cell is no longer shown. */
  reseat(): void {
    const place = this.held?.place()
    if (place === undefined) return
    if (place === null) this.commit()
    else position(this.host.overlay.input, this.host.rect(place))
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
    if (!same(to, this.active)) this.atEnd = ''
    if (!extending) this.active = to
    this.host.reveal(to)
    this.show()
    if (extending) return
    this.rove(focus)
    this.host.moved(to)
  }

  /** Whether the active cell is one that nobody types into. */
  get isComputed(): boolean {
    return this.active.row >= 0 && this.active.column >= this.host.typed()
  }

  /** Shows the frame and the block, as after the columns changed. */
  show(): void {
    this.overlay.paint(this.active, this.block)
  }

  /**
   * Puts the one tab stop of the sheet on the active cell, or on the sheet while that is out of the window. A box that
   * went to another cell takes neither the tab stop nor the keyboard along.
   */
  rove(focus: boolean): void {
    const stop = this.host.element(this.active) ?? this.host.root
    if (this.tabbable !== stop) {
      this.tabbable?.setAttribute('tabindex', '-1')
      stop.tabIndex = 0
      this.tabbable = stop
    }
    const on = document.activeElement
    if (on !== stop && (focus || this.host.hit(on) !== null)) stop.focus({ preventScroll: true })
  }

  /** After the window moved: the active cell may have come or gone. */
  settle(): void {
    const { root } = this.host
    this.show()
    const on = document.activeElement
    this.rove(this.hasKeyboard && !this.editing && (on === root || !root.contains(on)))
  }

  edit(seed: string | null): void {
    if (this.active.row < 0 || this.host.columns() === 0) return
    this.resume()
    if (this.isComputed) return this.begin({ type: seed ?? '' })
    this.head = this.active
    this.show()
    const { input } = this.host.overlay
    position(input, this.host.rect(this.active))
    input.hidden = false
    input.value = seed ?? this.host.text(this.active)
    input.setAttribute('aria-label', this.host.words(this.active))
    this.held = this.host.hold(this.active)
    if (seed !== null) this.held.remember(seed)
    input.focus({ preventScroll: true })
    if (seed === null) input.select()
  }

  /**
   * Saves what was typed in the cell that the editor was opened on. What cannot be read stays there, marked, and the hands
   * go on: a stack is never lost.
   *
   * @returns the message to show, or an empty text
   */
  private commit(): string {
    const held = this.held!
    const { value } = this.host.overlay.input
    // After a point any letter is what it is elsewhere.
    const letter = /^\.([nf=])$/.exec(value.trim())?.[1]
    if (letter) {
      this.close()
      this.host.letter(letter, placesIn(this.block))
      return ''
    }
    this.close()
    if (held.mark(value.trim())) return ''
    const refused = held.enter(value)
    if (!refused) return ''
    held.leave(value, refused)
    const words = say(refused)
    this.host.say(words)
    return words
  }

  private close(): void {
    this.held?.remember(null)
    this.held = null
    this.host.overlay.input.hidden = true
    this.host.say('')
  }

  private move(rows: number, columns: number, extend = false): void {
    const from = extend ? this.head : this.active
    this.goTo({ row: from.row + rows, column: from.column + columns }, { extend })
  }

  /** Goes on after an entry. Where there is nowhere to go, says so, and takes no more until the selection moves. */
  private goOn(to: Place, end: string, refused = ''): true {
    const from = this.active
    this.goTo(to)
    this.atEnd = same(from, this.active) ? end : ''
    if (this.atEnd) this.host.say(refused || end)
    return true
  }

  /** Allows typing again after the end of a column, because the teacher chose this cell. */
  resume(): void {
    this.atEnd = ''
  }

  clear(): void {
    if (this.isComputed) return this.begin('clear')
    this.host.clear(placesIn(this.block))
  }

  /** No key ever lands in another cell than the marked one: on a computed cell it starts what that is for. */
  begin(wish: Wish): void {
    this.host.say(this.host.begin(this.active, wish))
  }

  private onKey(event: KeyboardEvent): void {
    if (event.isComposing) return
    const onSheet = event.target === this.host.root || this.host.hit(event.target) !== null
    // An input method writes into whatever has the keyboard once this key was seen.
    if (event.key === 'Process' && onSheet && !this.editing) return this.edit('')
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
    if (event.key === 'Enter') return this.entered(event.shiftKey, this.commit())
    const step = steps[event.key]
    if (!step) return false
    const refused = this.commit()
    const [rows, columns] = step
    const to = { row: this.active.row + rows, column: this.active.column + columns }
    return this.goOn(to, rows ? END_OF_COLUMN : END_OF_ROW, refused)
  }

  private cellKey(event: KeyboardEvent): boolean {
    const far = event.ctrlKey || event.metaKey
    const extend = event.shiftKey && this.active.row >= 0
    // The first cell of the first student, also from a head.
    if (far && event.key === 'Home') return this.stepped(-(extend ? this.head : this.active).row, -FAR, extend)
    const step = stepOf(event.key, far)
    if (step) return this.stepped(...step, extend)
    switch (event.key) {
      case 'Enter':
        return this.active.row < 0 ? this.opened() : this.entered(event.shiftKey)
      case 'Tab':
        return this.tabbed(event.shiftKey ? -1 : 1)
      case 'Escape':
        this.resume()
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

  /** Types keys that were gathered while a question was up. */
  private replay(keys: readonly string[]): void {
    this.rove(true)
    const { input } = this.host.overlay
    for (const key of keys) {
      const event = new KeyboardEvent('keydown', { key, cancelable: true })
      if (!this.editing) this.cellKey(event)
      else if (!this.editorKey(event)) {
        input.value = key === 'Backspace' ? input.value.slice(0, -1) : input.value + (key.length === 1 ? key : '')
        this.held?.remember(input.value)
      }
    }
  }

  /** Digits and capitals begin an entry, as of a label of the scale; small letters are marks. */
  private typed(key: string, isCapital: boolean): boolean {
    if (this.atEnd) {
      this.host.say(this.atEnd)
      return true
    }
    if (PAGE_KEYS.has(key)) return false
    const isLetter = /^\p{L}$/u.test(key)
    const isMark = this.host.isMark(key)
    // Wait for the end of the entry in one cell, because `abc` isn't a mark. Mark a block right away.
    const begins =
      this.isComputed ||
      isCapital ||
      (isLetter && this.host.inLetters(this.active)) ||
      (isMark && isOneCell(this.block))
    const acts = () => (isLetter || key === '=') && this.host.letter(key, placesIn(this.block))
    if (!begins && !isMark && acts()) return true
    if (key.trim() === '') return false
    if (!this.isComputed && this.host.asksFirst(this.active, key, (keys) => this.replay(keys))) return true
    // Anything else that can be seen stays in the cell, to be read or to be marked: nothing typed disappears.
    return (!begins && isMark && acts()) || this.edited(key)
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

  private entered(back: boolean, refused = ''): boolean {
    return this.goOn(this.host.next(this.active, back ? -1 : 1), END_OF_COLUMN, refused)
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

  private onFocus(event: FocusEvent): void {
    this.hasKeyboard = true
    const place = this.editing ? null : this.host.hit(event.target)
    if (place && !same(place, this.active)) this.goTo(place)
  }
}

/** Keys that the page takes, wherever the keyboard is on it. */
const PAGE_KEYS: ReadonlySet<string> = new Set(['?', '[', ']', '/'])
const END_OF_COLUMN = 'This is the end of the column. Move the selection to type on.'
const END_OF_ROW = 'This is the end of the row. Move the selection to type on.'

const same = (a: Place, b: Place) => a.row === b.row && a.column === b.column
