import type { MessageOf } from '../message'
import { readDecimal } from '../number/decimal'
import { add, divide, HUNDRED, inSteps, multiply, ofDecimal, type Ratio } from '../number/ratio'
import { labelTyped, type GradingScale } from '../scales/grading'
import { levelOf, type ProficiencyScale } from '../scales/proficiency'
import type { Cell } from './cell'
import { typedDigits } from './typed-digits'
import { marks, toggleMark, valueText, type Mark, type Value } from './score'

/** What was understood: a value, marks that came with it, or a mark alone; or why not. */
export type Entry = { value: Value | null; marks?: Mark[] } | { marks: Mark[] } | { refused: MessageOf<'entry'> }

/** What an entry is read against. */
export interface EntryPlace {
  scale: GradingScale
  /** The proficiency scale, for an item that is scored in levels. */
  levels?: ProficiencyScale | null
  /** Whether the item is scored in letters: then a letter is a label, and marks come after a point. */
  letters?: boolean
  /** Points possible. */
  possible: string
  /** What the cell holds now, which `+1` adds to. */
  present?: Value | null
}

/** The letters that set marks, alone or after a value. */
export const markLetters: Readonly<Record<string, Mark>> = {
  l: 'late',
  m: 'missing',
  a: 'absent',
  i: 'incomplete',
  x: 'excused',
}

/** What is longer is no score. */
const LONGEST = 80
/** A letter of a scale, perhaps with a sign. */
const CAPITAL = /^\p{Lu}[+\-\u2212]?$/u
const THOUSANDS = /\d,\d{3}(?!\d)/
const BONUS = /^\+\s*([\d.,]+)$/
const SHARE = /^([\d.,]+)\s*\/\s*([\d.,]+)$/

/**
 * Understands what a teacher typed into a score cell: digits are points, digits with a percent sign a percent, a label
 * of the class's scale that label, nothing a blank; `8/10` so many of so many, `+1` more than is there, and a mark's
 * letter or word after a value, or alone, sets the mark; after a point (`.l`) also where letters are labels. Where the
 * item is scored in levels, digits are a level.
 *
 * @returns the value and the marks to set, or why it is refused and what to do
 * @example readEntry('8,5', { scale, possible: '10' }) // { value: { points: '8.5' } }
 * @example readEntry('8l', { scale, possible: '10' }) // { value: { points: '8' }, marks: ['late'] }
 */
export function readEntry(text: string, place: EntryPlace): Entry {
  const typed = typedDigits(text.trim())
  if (typed === '') return { value: null }
  if (typed.length > LONGEST) return { refused: { code: 'entry.too-long' } }
  // A thousand, or one and three decimals: it can be both.
  if (THOUSANDS.test(typed)) return { refused: { code: 'entry.comma', typed } }
  const whole = place.levels ? readLevel(typed, place.levels) : readValue(typed, place)
  if (!('refused' in whole)) return whole
  const found = markAtEnd(typed, place.letters ?? false)
  if (!found) return whole
  if (found.rest === '') return { marks: [found.mark] }
  const before = readEntry(found.rest, place)
  // What is wrong with `88l` is what is wrong with 88.
  if ('refused' in before) return whole
  return { ...before, marks: [...(before.marks ?? []), found.mark] }
}

/** A mark at the end of what was typed, and what stands before it: the mark's word, its letter, or that after a point. */
function markAtEnd(typed: string, letters: boolean): { mark: Mark; rest: string } | null {
  const last = typed.split(/\s+/).at(-1)!.toLowerCase()
  const word = marks.find((each) => each === last)
  if (word) return { mark: word, rest: typed.slice(0, -word.length).trimEnd() }
  const letter = markLetters[typed.at(-1)!.toLowerCase()]
  if (!letter) return null
  if (typed.at(-2) === '.') return { mark: letter, rest: typed.slice(0, -2).trimEnd() }
  return letters ? null : { mark: letter, rest: typed.slice(0, -1).trimEnd() }
}

function readValue(typed: string, { scale, possible, letters = false, present = null }: EntryPlace): Entry {
  const share = SHARE.exec(typed)
  if (share) return readShare(typed, share[1]!, share[2]!, possible)
  const bonus = BONUS.exec(typed)
  if (bonus) return readBonus(bonus[1]!, present)
  const label = labelTyped(scale, typed)
  const isPercent = typed.endsWith('%')
  const number = readDecimal(isPercent ? typed.slice(0, -1) : typed)
  if (number === null) {
    if (!label) return { refused: { code: 'entry.unreadable', typed } }
    // A small `a` marks a student absent, so a small `b` can't be a grade.
    const isSmall = !letters && label !== typed && CAPITAL.test(label)
    return isSmall ? { refused: { code: 'entry.capital', typed, label } } : { value: { label } }
  }
  if (number.startsWith('-')) return { refused: { code: 'entry.negative' } }
  return isPercent ? ofPercent(number) : { value: { points: number } }
}

/**
 * What a cell becomes by an entry: the value takes the old one's place, the marks are set. A score typed where the work
 * was missing means that it has come, unless the same entry says missing.
 */
export function enteredOn(cell: Readonly<Cell>, entry: Exclude<Entry, { refused: MessageOf<'entry'> }>): Partial<Cell> {
  const value = 'value' in entry ? { value: entry.value } : {}
  const came = 'value' in entry && entry.value !== null
  const kept = came ? cell.marks.filter((mark) => mark !== 'missing') : cell.marks
  const set = (entry.marks ?? []).reduce((all, mark) => (all.includes(mark) ? all : toggleMark(all, mark)), kept)
  return {
    ...value,
    ...(set.length === cell.marks.length && set.every((each) => cell.marks.includes(each)) ? {} : { marks: set }),
  }
}

/** A cell in one line of text, which reads back as the same: `8 late`, `missing`. */
export const cellText = ({ value, marks }: Readonly<Pick<Cell, 'value' | 'marks'>>): string =>
  [valueText(value), ...marks].filter(Boolean).join(' ')

const ofPercent = (number: string): Entry =>
  Number(number) > 1000 ? { refused: { code: 'entry.percent-most' } } : { value: { percent: number } }

/** So many of so many: points where the paper and the item have the same maximum, else a share of the item's points. */
function readShare(typed: string, earnedText: string, ofWhat: string, possible: string): Entry {
  const earned = readDecimal(earnedText)
  const total = readDecimal(ofWhat)
  if (earned === null || total === null) return { refused: { code: 'entry.no-share', typed } }
  if (Number(total) === 0) return { refused: { code: 'entry.share-of-zero' } }
  if (total === possible) return { value: { points: earned } }
  const share = divide(ofDecimal(earned), ofDecimal(total))
  const percent = asDecimal(multiply(share, HUNDRED))
  if (percent !== null) return ofPercent(percent)
  const points = asDecimal(multiply(share, ofDecimal(possible)))
  if (points !== null) return { value: { points } }
  return { refused: { code: 'entry.share-unexact', typed, possible } }
}

/** The number as a decimal, where three places hold all of it. */
function asDecimal(number: Ratio): string | null {
  const { whole, isAll } = inSteps(number, 1000)
  return isAll ? readDecimal(String(Number(whole) / 1000)) : null
}

function readBonus(moreText: string, present: Value | null): Entry {
  const more = readDecimal(moreText)
  if (more === null) return { refused: { code: 'entry.no-bonus', more: moreText } }
  const sumWith = (before: string) => asDecimal(add(ofDecimal(before), ofDecimal(more)))
  if (present !== null && 'points' in present) {
    const points = sumWith(present.points)
    return points === null ? { refused: { code: 'entry.no-bonus', more } } : { value: { points } }
  }
  if (present !== null && 'percent' in present) {
    const percent = sumWith(present.percent)
    return percent === null ? { refused: { code: 'entry.no-bonus', more } } : ofPercent(percent)
  }
  return present === null
    ? { refused: { code: 'entry.bonus-on-nothing', more } }
    : { refused: { code: 'entry.bonus-on-other', more, present: valueText(present) } }
}

function readLevel(typed: string, levels: ProficiencyScale): Entry {
  const level =
    levels.levels.find((each) => each.short.toLowerCase() === typed.toLowerCase()) ??
    levelOf(levels, readDecimal(typed))
  if (level) return { value: { level: level.value } }
  return { refused: { code: 'entry.no-level', typed, levels: levels.levels.map((level) => level.short) } }
}
