import { unprintable } from '../../../core/remarks/lines'

/** The faces that a card is drawn with, each for the scripts that it has. */
export type Face = 'regular' | 'bold' | 'arabic' | 'han'

/** Neighbouring letters that one face draws. */
export interface Run {
  text: string
  face: Face
}

/** Stands where no face has the character. */
const STAND_IN = '?'
const ARABIC = /[\p{Script=Arabic}،؛؟](?:[\p{Script=Arabic}\p{M}\s،؛؟\u200c\u200d]*[\p{Script=Arabic}\p{M}؟])?/u
const HAN = /[\p{Script=Han}\u3000-\u303f\uff01-\uff60]+/u
const parts = new RegExp(`(?<arabic>${ARABIC.source})|(?<han>${HAN.source})`, 'gu')

/**
 * A line in the runs in which it is drawn, from left to right: Arabic words that follow each other are one run, so that they
 * stand in their own order.
 *
 * @example runsOf('Omar عمر حداد', 'regular') // [{ text: 'Omar ', face: 'regular' }, { text: 'عمر حداد', face: 'arabic' }]
 */
export function runsOf(line: string, face: 'regular' | 'bold'): Run[] {
  const runs: Run[] = []
  let at = 0
  const rest = (to: number) => void (to > at && runs.push({ text: line.slice(at, to), face }))
  for (const match of line.matchAll(parts)) {
    rest(match.index)
    runs.push({ text: match[0], face: match.groups!.arabic ? 'arabic' : 'han' })
    at = match.index + match[0].length
  }
  rest(line.length)
  return runs
}

/**
 * What can be drawn of a text, in composed letters; each character that no face has is noted, and a stand-in drawn for it.
 *
 * @param hasHan whether the Chinese face has a character
 */
export function drawable(text: string, hasHan: (character: string) => boolean, missing: Set<string>): string {
  const composed = text.normalize('NFC').replace(/[\p{Zs}\t]/gu, ' ')
  const without = new Set(unprintable(composed))
  return [...composed]
    .map((each) => {
      if (!without.has(each) && (!HAN.test(each) || hasHan(each))) return each
      missing.add(each)
      return STAND_IN
    })
    .join('')
}
