const FRACTIONS: Readonly<Record<string, string>> = { '½': '.5', '¼': '.25', '¾': '.75' }
const WITH_FRACTION = /(?<![\d.,])(\d*) ?([½¼¾])(?![\d½¼¾.,])/g

/**
 * Writes numbers in the one form that the readers of entries know: ASCII digits, a plain minus, and a fraction sign as
 * decimals. What has more than one meaning stays as it is, and is then not understood.
 *
 * @param text what was typed, dictated, scanned or pasted
 * @example typedDigits('７½') // '7.5'
 * @example typedDigits('٣') // '3'
 */
export const typedDigits = (text: string): string =>
  text
    .replace(/[\uff01-\uff5e]/g, (sign) => String.fromCharCode(sign.charCodeAt(0) - 0xfee0))
    .replace(/[\u2212\u2010\u2013]/g, '-')
    .replace(/\p{Nd}/gu, digit)
    .replace(WITH_FRACTION, (_, whole: string, sign: string) => `${whole || '0'}${FRACTIONS[sign]}`)

/** The ASCII digit of the same value: the digits of each script stand in a row, from 0 to 9. */
function digit(sign: string): string {
  const plain = sign.normalize('NFKC')
  if (/^\d$/.test(plain)) return plain
  const code = sign.codePointAt(0)!
  let value = 0
  while (value < 9 && /^\p{Nd}$/u.test(String.fromCodePoint(code - value - 1))) value++
  return String(value)
}
