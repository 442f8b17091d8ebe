import { lineWidth } from '../../../core/remarks/lines'
import { papers, type CardLayout } from '../../../core/report-card/layout'
import type { List } from '../../../shared/list'
import { LEADING, type Element, type Pen } from './pen'

const TEXT = 9.5
const GAP = 10
const LINE_HEIGHT = TEXT * LEADING
const PAD = 3
/** How far below the last line the foot of a page stands. */
const FOOT = 12
/** A column is no narrower than this: shorter words of its head would break. */
const NARROWEST = 34
/** With more columns the paper is turned. */
const UPRIGHT_MOST = 6

/**
 * How wide the columns of a list are: each as its longest words ask for, and where that is more than there is, the wide ones
 * share what the narrow ones leave.
 *
 * @param asked how wide each would like to be, in points
 * @param room how wide all may be together
 * @example columnWidths([40, 500, 300], 400) // [40, 180, 180]
 */
export function columnWidths(asked: readonly number[], room: number): number[] {
  let left = room
  let share = room / asked.length
  let wide = new Set(asked.keys())
  // What fits into an equal share takes no more than it asks for, and makes the share of the others larger.
  for (;;) {
    const fits = [...wide].filter((at) => asked[at]! <= share)
    if (fits.length === 0 || fits.length === wide.size) break
    for (const at of fits) left -= asked[at]!
    wide = new Set([...wide].filter((at) => !fits.includes(at)))
    share = left / wide.size
  }
  return asked.map((width, at) => (wide.has(at) ? Math.min(width, share) : width))
}

/** Draws a list on as many pages as it needs, its heads at the top of each. */
export function drawList(pen: Pen, root: Element, list: List, paper: CardLayout['paper']): void {
  const isTurned = list.columns.length > UPRIGHT_MOST
  const size = [papers[paper].width, papers[paper].height]
  const newPage = () => {
    pen.doc.addPage({ size: isTurned ? size.toReversed() : size, margin: 0 } as PDFKit.PDFDocumentOptions)
    pen.y = pen.bottom + FOOT
    pen.artifact(() => pen.seen([`${list.title}, page ${++pages}`], { size: 8, soft: true, align: 'right' }))
    pen.y = pen.left
  }
  let pages = 0
  newPage()
  const section = pen.doc.struct('Sect', { title: list.title })
  root.add(section)
  pen.say(section, 'H1', list.title, { size: 16, bold: true })
  pen.say(section, 'P', list.under, { size: TEXT, soft: true })
  pen.y += 8
  const table = pen.doc.struct('Table')
  section.add(table)
  const gaps = GAP * (list.columns.length - 1)
  const widths = columnWidths(askedBy(list), pen.width - gaps)
  const places = widths.map((_, at) => pen.left + widths.slice(0, at).reduce((sum, each) => sum + each + GAP, 0))

  const styleOf = (at: number, isHead: boolean) => ({
    ...{ size: TEXT, bold: isHead, x: places[at]!, width: widths[at]! },
    align: list.columns[at]!.isNumber ? ('right' as const) : ('left' as const),
  })
  const broken = (cells: readonly string[], isHead: boolean) =>
    cells.map((words, at) => pen.broken(words, styleOf(at, isHead)))
  /** Draws lines of a row, under an element that is read or, as heads that come again, only seen. */
  const row = (cells: readonly (readonly string[])[], isHead: boolean, isRead = true) => {
    const top = pen.y
    const element = isRead ? pen.doc.struct('TR') : null
    if (element) table.add(element)
    cells.forEach((lines, at) => {
      pen.y = top
      if (element) pen.lines(element, isHead || at === 0 ? 'TH' : 'TD', lines, styleOf(at, isHead))
      else pen.artifact(() => pen.seen(lines, styleOf(at, isHead)))
    })
    element?.end()
    pen.y = top + heightOf(cells) + PAD
    pen.rule()
    pen.y += PAD
  }
  const heads = broken(
    list.columns.map((each) => each.head),
    true,
  )
  const nextPage = () => {
    newPage()
    row(heads, true, false)
  }
  const fitting = () => Math.floor((pen.bottom - pen.y - PAD) / LINE_HEIGHT)
  row(heads, true)
  for (const words of list.rows) {
    let left = broken(words, false)
    // A row goes to the next page as a whole, unless it is higher than one.
    if (heightOf(left) > fitting() * LINE_HEIGHT) nextPage()
    for (;;) {
      const lines = Math.max(1, fitting())
      row(
        left.map((each) => each.slice(0, lines)),
        false,
      )
      left = left.map((each) => each.slice(lines))
      if (left.every((each) => each.length === 0)) break
      nextPage()
    }
  }
  table.end()
  section.end()
}

/** How wide each column would like to be: as its longest line, and no less than the longest word of its head. */
function askedBy({ columns, rows }: List): number[] {
  return columns.map(({ head }, at) => {
    const longest = rows.reduce((most, row) => Math.max(most, lineWidth(row[at]!, TEXT)), 0)
    return Math.max(NARROWEST, longest, lineWidth(head, TEXT) * 1.14) + 1
  })
}

const heightOf = (cells: readonly (readonly string[])[]) =>
  LINE_HEIGHT * Math.max(1, ...cells.map((lines) => lines.length))
