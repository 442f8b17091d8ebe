/** A decimal number exactly as typed: digits, at most three of them after the point, no needless zeros. */
export type Decimal = string

const TYPED = /^(-?)(\d{1,9})?(?:[.,](\d{1,3}))?$/

/**
 * Reads a decimal as a person types it and writes it in its one canonical form.
 *
 * @param text digits with an optional point or comma and at most three decimals
 * @returns the canonical form, or null when the text is not such a number
 * @example readDecimal(' 8,50 ') // '8.5'
 */
export function readDecimal(text: string): Decimal | null {
  const found = TYPED.exec(text.trim())
  if (!found || (found[2] === undefined && found[3] === undefined)) return null
  const whole = (found[2] ?? '0').replace(/^0+(?=\d)/, '')
  const part = (found[3] ?? '').replace(/0+$/, '')
  const size = part ? `${whole}.${part}` : whole
  return size === '0' ? '0' : found[1] + size
}

/**
 * The decimal in whole thousandths, which doubles hold exactly.
 *
 * @example thousandths('92.5') // 92500
 */
export function thousandths(value: Decimal): number {
  // Digit by digit: a class has thousands of scores to read when it opens, and a number's parser takes three times as long.
  let digits = 0
  let places = -1
  for (let at = 0; at < value.length; at++) {
    const code = value.charCodeAt(at)
    if (code === POINT && places < 0) places = 0
    else if (code < ZERO || code > NINE || places >= 3) return Math.round(Number(value) * 1000)
    else {
      digits = digits * 10 + code - ZERO
      if (places >= 0) places++
    }
  }
  return digits * (places <= 0 ? 1000 : places === 1 ? 100 : places === 2 ? 10 : 1)
}
const [ZERO, NINE, POINT] = [48, 57, 46]

/**
 * The decimal halfway between two, of which each has at most two places.
 *
 * @example halfBetween('3', '2') // '2.5'
 */
export const halfBetween = (a: Decimal, b: Decimal): Decimal =>
  readDecimal(String((thousandths(a) + thousandths(b)) / 2000))!
