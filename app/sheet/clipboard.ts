import Papa from 'papaparse'
import { counted } from '~/composables/useWords'
import { laidOut } from './block'
import type { SheetHost } from './host'
import type { Block, Place, Placed, Wish } from './types'

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

/**
 * Returns the rows of the first table in copied HTML, such as from an email; null if there is none. A cell's own line breaks
 * become spaces.
 *
 * @example htmlTable('<table><tr><td>7</td><td>8</td></tr></table>') // [['7', '8']]
 */
export function htmlTable(html: string): string[][] | null {
  const table = new DOMParser().parseFromString(html, 'text/html').querySelector('table')
  const rows = [...(table?.rows ?? [])].map((row) =>
    [...row.cells].map((cell) => cell.textContent.replace(/\s+/g, ' ').trim()),
  )
  return rows.some((row) => row.length > 0) ? rows : null
}

/** What was copied, as rows of texts. Tabs are cells; without them, a table in the HTML is. */
function copiedRows(data: DataTransfer | null): string[][] {
  const text = data?.getData('text/plain') ?? ''
  const table = text.includes('\t') ? null : htmlTable(data?.getData('text/html') ?? '')
  return table ?? pastedTexts(text)
}

const isText = (text: string) => text.trim() !== ''

/** Places a pasted block on the rows from the selection on, past students who were not there on any of its days. */
export function placedPast(
  host: Pick<SheetHost, 'rows' | 'typed' | 'passes'>,
  { top, bottom, left, right }: Block,
  texts: string[][],
): Placed {
  const wide = Math.max(right - left + 1, ...texts.map((line) => line.length))
  const columns = [...Array(Math.min(wide, host.typed() - left)).keys()].map((at) => left + at)
  // The marked row is meant, whoever's it is.
  const rows = [...Array(host.rows()).keys()].filter(
    (row) => row === top || columns.some((column) => !host.passes({ row, column })),
  )
  const first = rows.findIndex((row) => row >= top)
  if (first < 0) return { entries: [], left: texts.flat().filter(isText), skipped: [] }
  const last = Math.max(
    first,
    rows.findLastIndex((row) => row <= bottom),
  )
  const entries = laidOut(texts, { top: first, bottom: last, left, right }, rows.length, host.typed()).map(
    ({ place, text }) => ({ place: { ...place, row: rows[place.row]! }, text }),
  )
  const lines = rows.length - first
  const end = entries.at(-1)?.place.row ?? top
  return {
    entries,
    left: [
      ...texts.slice(0, lines).flatMap((line) => line.slice(host.typed() - left)),
      ...texts.slice(lines).flat(),
    ].filter(isText),
    skipped: [...Array(Math.max(0, end - top)).keys()].map((at) => top + at).filter((row) => !rows.includes(row)),
  }
}

const LISTED = 5

/**
 * Says which texts had no place; empty for none.
 *
 * @example notPlaced(['7', '8']) // '2 values didn’t fit: 7, 8.'
 */
export const notPlaced = (left: readonly string[]): string =>
  left.length === 0
    ? ''
    : `${counted(left.length, 'value')} didn’t fit: ${left.slice(0, LISTED).join(', ')}${left.length > LISTED ? ', …' : '.'}`

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
    const texts = copiedRows(event.clipboardData)
    if (host.named(texts, sheet.active)) return
    const placed = () => placedPast(host, sheet.block, texts)
    if (texts.length > 1 && host.ask(placed, () => put(placed()))) return
    put(placed())
  }

  function put({ entries, left }: Placed): void {
    const refused = host.paste(entries)
    const last = entries.at(-1)
    if (last) sheet.goTo(last.place, { extend: true })
    const unread = refused
      ? `${refused} of ${entries.length} entries cannot be read and are marked in their cells; the rest is in.`
      : ''
    host.say([unread, notPlaced(left)].filter(Boolean).join(' '))
  }

  host.root.addEventListener('copy', copy)
  host.root.addEventListener('cut', (event) => copy(event) && sheet.clear())
  host.root.addEventListener('paste', paste)
}
