import { beginning } from '../text'

const ROOM = 8

/**
 * Proposes a short name for a column head: the first word that says something, and a number where there is one.
 *
 * @example proposedShortName('Check 5, river systems') // 'Check 5'
 */
export function proposedShortName(name: string): string {
  const words = name
    .replace(/[^\p{L}\p{N}\s-]/gu, ' ')
    .split(/\s+/)
    .filter(Boolean)
  const telling = words.find((word) => word.length > 3 && !/^\d/.test(word)) ?? words[0] ?? ''
  const number = words.find((word) => /^\d+$/.test(word))
  const short = beginning(telling, number ? Math.max(ROOM - number.length - 1, 0) : ROOM)
  return number && number !== telling ? `${short} ${number}` : short
}
