import { counted } from '~/composables/useWords'

/** Counts and lists in words. */

const small = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
/** Small counts in letters. @example inLetters(2) // 'two' */
export const inLetters = (count: number): string => small[count] ?? String(count)

/** `a, b and c`. */
export function listOf(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`
}

/** Students as every page counts them, leavers apart. @example studentsAndLeft(26, 1) // '25 students, 1 left' */
export const studentsAndLeft = (all: number, left: number): string =>
  `${counted(all - left, 'student')}${left ? `, ${left} left` : ''}`
