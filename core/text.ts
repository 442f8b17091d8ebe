/** What no database, file or page can carry: the NUL character, and half a surrogate pair. */
const UNFIT = /\0|\p{Surrogate}/u

/**
 * Tells whether text can be kept as it is.
 *
 * @example isFit('half \ud83d') // false
 */
export const isFit = (text: string): boolean => !UNFIT.test(text)

/**
 * The text without what cannot be kept: NUL goes, half a surrogate pair becomes the replacement character.
 *
 * @example fitText('8\0') // '8'
 */
export const fitText = (text: string): string =>
  isFit(text) ? text : text.replaceAll('\0', '').replace(/\p{Surrogate}/gu, '\uFFFD')

/**
 * The beginning of a text, at most `room` UTF-16 units long, that cuts no character in half.
 *
 * @example beginning('ab😀', 3) // 'ab'
 */
export function beginning(text: string, room: number): string {
  const cut = text.slice(0, room)
  return /[\uD800-\uDBFF]$/.test(cut) && cut.length < text.length ? cut.slice(0, -1) : cut
}
