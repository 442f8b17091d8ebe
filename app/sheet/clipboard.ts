import Papa from 'papaparse'
import { laidOut } from './block'
import type { SheetHost } from './host'
import type { Block, Place, Wish } from './types'

/** What a block is copied as: tab-separated text, which any spreadsheet reads. */
export function copiedText(host: Pick<SheetHost, 'shown'>, { top, bottom, left, right }: Block): string {
  const lines: string[][] = []
  for (let row = top; row <= bottom; row++) {
    const line: string[] = []
    for (let column = left; column <= right; column++) line.push(host.shown({ row, column }))
    lines.push(line)
  }
  return Papa.unparse(lines, { delimiter: '\t', newline: '\n' })
}

/** Pasted text as rows of texts. */
export const pastedTexts = (text: string): string[][] =>
  Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data

/** Where a pasted block goes: on the rows from the selection on, past students who were not there on any of its days. */
export function placedPast(
  host: Pick<SheetHost, 'rows' | 'typed' | 'passes'>,
  { top, bottom, left, right }: Block,
  texts: string[][],
): { place: Place; text: string }[] {
  const wide = Math.max(right - left + 1, ...texts.map((line) => line.length))
  const columns = [...Array(Math.min(wide, host.typed() - left)).keys()].map((at) => left + at)
  // The marked row is meant, whoever's it is.
  const rows = [...Array(host.rows()).keys()].filter(
    (row) => row === top || columns.some((column) => !host.passes({ row, column })),
  )
  const first = rows.findIndex((row) => row >= top)
  if (first < 0) return []
  const last = Math.max(
    first,
    rows.findLastIndex((row) => row <= bottom),
  )
  return laidOut(texts, { top: first, bottom: last, left, right }, rows.length, host.typed()).map(
    ({ place, text }) => ({ place: { ...place, row: rows[place.row]! }, text }),
  )
}

/** What the clipboard does with a sheet. */
interface Copied {
  readonly active: Place
  readonly block: Block
  readonly editing: boolean
  readonly isComputed: boolean
  goTo(place: Place, how: { extend: boolean }): void
  clear(): void
  begin(wish: Wish): void
}

/** Copies, cuts and pastes blocks as tab-separated text; `copy`, `cut` and `paste` events need no permission. */
export function followClipboard(host: SheetHost, sheet: Copied): void {
  function copy(event: ClipboardEvent): boolean {
    if (sheet.editing || sheet.active.row < 0) return false
    event.preventDefault()
    event.clipboardData?.setData('text/plain', copiedText(host, sheet.block))
    return true
  }

  function paste(event: ClipboardEvent): void {
    if (sheet.editing || sheet.active.row < 0) return
    event.preventDefault()
    if (sheet.isComputed) return sheet.begin('paste')
    const texts = pastedTexts(event.clipboardData?.getData('text/plain') ?? '')
    if (host.named(texts, sheet.active)) return
    const placed = () => placedPast(host, sheet.block, texts)
    if (texts.length > 1 && host.ask(placed, () => put(placed()))) return
    put(placed())
  }

  function put(entries: { place: Place; text: string }[]): void {
    const refused = host.paste(entries)
    const last = entries.at(-1)
    if (last) sheet.goTo(last.place, { extend: true })
    host.say(
      refused
        ? `${refused} of ${entries.length} entries cannot be read and are marked in their cells; the rest is in.`
        : '',
    )
  }

  host.root.addEventListener('copy', copy)
  host.root.addEventListener('cut', (event) => copy(event) && sheet.clear())
  host.root.addEventListener('paste', paste)
}
