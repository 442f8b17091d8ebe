import type Fraction from 'fraction.js'

/** Numbers and counts in a teacher's words. */

/**
 * A fraction as a person reads it: exact where it ends within three decimals, else cut there with a mark that it goes on.
 *
 * @example plainly(new Fraction(266, 3)) // '88.666…'
 */
export function plainly(value: Fraction): string {
  const thousand = value.mul(1000)
  if (thousand.d === 1n) return String(thousand.valueOf() / 1000)
  return `${(thousand.floor().valueOf() / 1000).toFixed(3)}…`
}

/** To one decimal, for shares of 100. @example tenths(new Fraction(100, 3)) // '33.3' */
export const tenths = (value: Fraction): string => value.valueOf().toFixed(1)

/** `1 score`, `3 scores`. */
export const many = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`

const small = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
/** Small counts in letters. @example inLetters(2) // 'two' */
export const inLetters = (count: number): string => small[count] ?? String(count)

/** `a, b and c`. */
export function listOf(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`
}
