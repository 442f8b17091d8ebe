import { advances } from './advances'

/** In so many parts of the font's size widths are written down. */
const EM = 2000

const widths = new Map<number, number>()
for (const run of advances.trim().split('\n')) {
  const [from, list] = run.split(':') as [string, string]
  list.split(' ').forEach((width, at) => widths.set(parseInt(from, 16) + at, Number(width)))
}

/** Characters that are as wide as they are high, and between which a line can be broken. */
const square = /[\p{Script=Han}\u3000-\u303f\uff01-\uff60]/u
const SPACE = 0x20
/** Blanks of other widths are printed as a space. */
const blank = /[\p{Zs}\t]/u
const mark = /[\p{M}\u200b-\u200f\u2060]/u

/**
 * How wide a character of the card's text is, in 2000ths of its size.
 *
 * @returns null where no font of the card has it
 * @example advanceOf('a') // 1046
 */
export function advanceOf(character: string): number | null {
  const known = widths.get(character.codePointAt(0)!)
  if (known !== undefined) return known
  if (blank.test(character)) return widths.get(SPACE)!
  if (square.test(character)) return EM
  return mark.test(character) ? 0 : null
}

/**
 * How wide a text is on one line, in points.
 *
 * @example lineWidth('aa', 10) // 10.46
 */
export const lineWidth = (text: string, size: number): number =>
  [...text].reduce((sum, each) => sum + (advanceOf(each) ?? EM), 0) * (size / EM)

/** The characters of a text that no font of the card has, each once. */
export const unprintable = (text: string): string[] => [
  ...new Set([...text].filter((each) => each !== '\n' && advanceOf(each) === null)),
]

/** A box of the card for text: in points, and as many lines of the height that its size has. */
export interface TextBox {
  width: number
  size: number
  lines: number
}

/** A line as it stands on paper, and from where to where it is of the text. */
export interface Line {
  text: string
  from: number
  to: number
}

/**
 * Breaks a text into the lines that it has on paper: at spaces, between Chinese characters, and in the middle of a word
 * only where a word alone is wider than the box. Screen and paper both ask here, so they agree.
 *
 * @example linesOf('She asks sharp questions.', { width: 60, size: 11 }).map((each) => each.text) // ['She asks', 'sharp', 'questions.']
 */
export function linesOf(text: string, { width, size }: Pick<TextBox, 'width' | 'size'>): Line[] {
  const room = (width * EM) / size
  const lines: Line[] = []
  let start = 0
  for (const paragraph of text.split('\n')) {
    breakParagraph(paragraph, room).forEach(([from, to]) =>
      lines.push({ text: paragraph.slice(from, to).trimEnd(), from: start + from, to: start + to }),
    )
    start += paragraph.length + 1
  }
  return lines
}

/** Where each line of a paragraph begins and ends. Spaces at the end of a line need no room. */
function breakParagraph(text: string, room: number): [from: number, to: number][] {
  const lines: [number, number][] = []
  let [start, at, wide, canBreak] = [0, 0, 0, 0]
  while (at < text.length) {
    const character = String.fromCodePoint(text.codePointAt(at)!)
    const width = advanceOf(character) ?? EM
    const isSpace = /\s/.test(character)
    if (square.test(character)) canBreak = at
    if (wide + width > room && !isSpace && at > start) {
      const end = canBreak > start ? canBreak : at
      lines.push([start, end])
      ;[start, at, wide, canBreak] = [end, end, 0, end]
      continue
    }
    wide += width
    at += character.length
    if (isSpace || square.test(character)) canBreak = at
  }
  lines.push([start, text.length])
  return lines
}

/** What of a text a box prints, and what it does not. */
export interface Fit {
  lines: Line[]
  /** How many characters are left over, without spaces around them. */
  over: number
  /** How full the box is, in percent of its lines. */
  percent: number
}

/** @example fitted('She asks.', { width: 400, size: 11, lines: 4 }) // { lines: [{ text: 'She asks.', … }], over: 0, percent: 25 } */
export function fitted(text: string, box: TextBox): Fit {
  const all = text.trim() ? linesOf(text.trimEnd(), box) : []
  const lines = all.slice(0, box.lines)
  const rest = all.length > box.lines ? text.slice(all[box.lines]!.from).trim() : ''
  return { lines, over: rest.length, percent: Math.min(100, Math.round((100 * all.length) / box.lines)) }
}
