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
  let point = -1
  for (let at = 0; at < value.length; at++) {
    const digit = value.charCodeAt(at) - ZERO
    if (digit >= 0 && digit <= 9) digits = digits * 10 + digit
    else if (digit === POINT && point < 0) point = at
    else return parsed(value)
  }
  const places = point < 0 ? 0 : value.length - 1 - point
  return places < IN_PLACES.length ? digits * IN_PLACES[places]! : parsed(value)
}
const ZERO = 48
const POINT = 46 - ZERO
/** What the digits count, in thousandths, by the places after the point. */
const IN_PLACES = [1000, 100, 10, 1]
const parsed = (value: Decimal) => Math.round(Number(value) * 1000)

/**
 * The number exactly halfway between two decimals, which can have a fourth decimal.
 *
 * @example halfBetween('3', '2') // '2.5'
 * @example halfBetween('85', '66.667') // '75.8335'
 */
export function halfBetween(a: Decimal, b: Decimal): string {
  const sum = thousandths(a) + thousandths(b)
  const size = Math.abs(sum)
  const part = String((size % 2000) * 5)
    .padStart(4, '0')
    .replace(/0+$/, '')
  return `${sum < 0 ? '-' : ''}${Math.floor(size / 2000)}${part && `.${part}`}`
}

/**
 * Returns a number with up to four decimals, such as one halfway between two decimals, in whole ten-thousandths.
 *
 * @example tenThousandths('75.8335') // 758335
 */
export const tenThousandths = (value: string): number => Math.round(Number(value) * 10_000)
