// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the package ships no types, and every project that reads this needs them
/// <reference path="./hyphen.d.ts" />
import createHyphenator from 'hyphen'
import english from 'hyphen/patterns/en-us.js'
import { beginning } from '../text'

/** A head has room for about so many characters. */
const ROOM = 8
const BREAK = '\u00AD'
/** Made when the first name is proposed, for it takes longer than to open a class does. */
let hyphenate: ((text: string) => string) | undefined

/**
 * Proposes a short name for a column head: the first word that says something, in whole syllables, and a number where
 * there is one. It differs from those that the class has.
 *
 * Syllables are those of Liang's patterns for English, by the hyphen package.
 *
 * @param taken the short names of the class
 * @example proposedShortName('Weathering') // 'Weather'
 * @example proposedShortName('Check 5, river systems', ['Check 5']) // 'River 5'
 */
export function proposedShortName(name: string, taken: Iterable<string> = []): string {
  const words = name
    .replace(/[^\p{L}\p{N}\s-]/gu, ' ')
    .split(/\s+/)
    .filter(Boolean)
  const number = words.find((word) => /^\d+$/.test(word))
  const room = number ? Math.max(ROOM - number.length - 1, 1) : ROOM
  const telling = words.filter((word) => word.length > 3 && !/^\d/.test(word))
  const [first, ...others] = telling.length ? telling : words.slice(0, 1)
  const withNumber = (word = '') =>
    number && number !== word ? `${syllables(word, room)} ${number}` : syllables(word, room)
  const used = new Set([...taken].map((each) => each.toLowerCase()))
  const isFree = (short: string) => !used.has(short.toLowerCase())
  const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
  const proposed = withNumber(first)
  if (!proposed || isFree(proposed)) return proposed
  const other = others.map((word) => withNumber(capital(word))).find(isFree)
  if (other) return other
  for (let at = 2; ; at++) {
    const numbered = `${syllables(first ?? '', ROOM - String(at).length - 1)} ${at}`
    if (isFree(numbered)) return numbered
  }
}

/** As many whole syllables of a word as there is room for; of a long first one, its beginning. */
function syllables(word: string, room: number): string {
  if (word.length <= room) return word
  hyphenate ??= createHyphenator(english, { hyphenChar: BREAK, minWordLength: 5 })
  const parts = hyphenate(word).split(BREAK)
  let short = ''
  for (const part of parts) {
    if (short.length + part.length > room) break
    short += part
  }
  return short.length > 2 ? short : beginning(word, room)
}
