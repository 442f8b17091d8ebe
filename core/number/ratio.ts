import { thousandths, type Decimal } from './decimal'
import { compareInts, divided, gcd, minus, plus, times, type Int } from './int'

/** A quotient of two whole numbers, `d` above 0: exact, whatever its size. */
export interface Ratio {
  readonly n: Int
  readonly d: Int
}

export const ZERO: Ratio = { n: 0, d: 1 }
export const HUNDRED: Ratio = { n: 100, d: 1 }

/** n / d in its lowest terms where doubles hold both; what is larger stays as it is. @example ratio(6, 8) // { n: 3, d: 4 } */
export function ratio(n: Int, d: Int): Ratio {
  if (typeof n !== 'number' || typeof d !== 'number') return { n, d }
  const common = gcd(Math.abs(n), d) as number
  return common > 1 ? { n: n / common, d: d / common } : { n, d }
}

/** A typed decimal. @example ofDecimal('92.5') // { n: 185, d: 2 } */
export const ofDecimal = (text: Decimal): Ratio => ratio(thousandths(text), 1000)

/** a + b, over the least common denominator as long as doubles hold both, so that they hold the sum as well. */
export function add(a: Ratio, b: Ratio): Ratio {
  if (a.d === b.d) return { n: plus(a.n, b.n), d: a.d }
  if (typeof a.d !== 'number' || typeof b.d !== 'number')
    return { n: plus(times(a.n, b.d), times(b.n, a.d)), d: times(a.d, b.d) }
  const common = gcd(a.d, b.d) as number
  const [left, right] = [a.d / common, b.d / common]
  return { n: plus(times(a.n, right), times(b.n, left)), d: times(left, b.d) }
}

/** a − b. */
export const subtract = (a: Ratio, b: Ratio): Ratio => add(a, { n: minus(0, b.n), d: b.d })

export const multiply = (a: Ratio, b: Ratio): Ratio => ({ n: times(a.n, b.n), d: times(a.d, b.d) })

/** a / b, b above 0. */
export const divide = (a: Ratio, b: Ratio): Ratio => ({ n: times(a.n, b.d), d: times(a.d, b.n) })

/** Below 0, 0 or above 0, as a is smaller than, equal to or greater than b. @example compare(half, ratio(2, 4)) // 0 */
export const compare = (a: Ratio, b: Ratio): number => compareInts(times(a.n, b.d), times(b.n, a.d))

/** The sum of many. Pairs first, then pairs of pairs, so that few of the numbers grow long. */
export function sum(values: readonly Ratio[]): Ratio {
  if (values.length < 2) return values[0] ?? ZERO
  const half = values.length >> 1
  return add(sum(values.slice(0, half)), sum(values.slice(half)))
}

const BITS = 64n

/** The nearest double, or one beside it: for charts and bars, never for a rule. @example toDouble(ratio(1, 4)) // 0.25 */
export function toDouble({ n, d }: Ratio): number {
  if (typeof n === 'number' && typeof d === 'number') return n / d
  const size = (BigInt(n < 0 ? minus(0, n) : n) << BITS) / BigInt(d)
  return ((n < 0 ? -1 : 1) * Number(size)) / 2 ** Number(BITS)
}

/** The whole part of a ratio of 0 or more times `by`, and whether that is all of it. */
export function inSteps({ n, d }: Ratio, by: number): { whole: Int; isAll: boolean } {
  const { whole, rest } = divided(times(n, by), d)
  return { whole, isAll: compareInts(rest, 0) === 0 }
}
