import { inSteps, type Ratio } from './number/ratio'
import { round } from './number/round'

/** Numbers and counts in a teacher's words. */

/**
 * An exact number as a person reads it: whole where it ends within three decimals, else cut there with a mark that it
 * goes on.
 *
 * @example plainly(ratio(266, 3)) // '88.666…'
 */
export function plainly(value: Ratio): string {
  const { whole, isAll } = inSteps(value, 1000)
  const cut = Number(whole) / 1000
  return isAll ? String(cut) : `${cut.toFixed(3)}…`
}

/** To one decimal, for shares of 100. @example tenths(ratio(100, 3)) // '33.3' */
export const tenths = (value: Ratio): string => round(value, { places: 1, rounding: 'half up' })

/** `1 score`, `3 scores`. */
export const many = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`

const small = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
/** Small counts in letters. @example inLetters(2) // 'two' */
export const inLetters = (count: number): string => small[count] ?? String(count)

/** `a, b and c`. */
export function listOf(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`
}
