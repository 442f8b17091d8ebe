import { z } from 'zod'
import type { Refusal } from '../kind'

/** What a mark may take, as text: some 60 KB of an image. */
const MARK_MOST = 80_000
/** A mark is no wider or higher than so many pixels: more would not be seen, and can be a trap. */
const PIXELS_MOST = 1200
const BASE64 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** The mark of a school: a PNG in base 64; empty for none. */
export const mark = z.string().max(MARK_MOST)

/** Why a mark cannot be kept: it is no PNG of a sensible size. */
export const refuseMark = (to: string | undefined): Refusal | null =>
  to && !isPng(to) ? { code: 'refused.not-an-image' } : null

/** Whether a text in base 64 begins as every PNG does, and says that the picture is of a sensible size. */
function isPng(mark: string): boolean {
  if (!/^iVBORw0KGgo[A-Za-z0-9+/]+={0,2}$/.test(mark)) return false
  // Width and height stand in the bytes 16 to 23, which are in the characters 20 to 31: three bytes from each four.
  const bytes = [20, 24, 28].flatMap((at) => {
    const bits = [...mark.slice(at, at + 4)].reduce((sum, each) => sum * 64 + BASE64.indexOf(each), 0)
    return [bits >> 16, (bits >> 8) & 255, bits & 255]
  })
  const number = (from: number) => bytes.slice(from, from + 4).reduce((sum, byte) => sum * 256 + byte, 0)
  // The characters from 20 on hold the bytes from 15 on.
  return [number(1), number(5)].every((pixels) => pixels > 0 && pixels <= PIXELS_MOST)
}
