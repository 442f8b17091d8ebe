/**
 * A whole number of any size: a double for as long as it fits, a big integer beyond. Every operation here is exact.
 */
export type Int = number | bigint

const MOST = Number.MAX_SAFE_INTEGER

/** Whether a result of doubles is exact: had the true one not fitted, this one would not fit either. */
const fits = (result: number) => result <= MOST && result >= -MOST

/** A big integer as a double, where it fits. */
const narrow = (value: bigint): Int => (value <= MOST && value >= -MOST ? Number(value) : value)

/** a + b. @example plus(2 ** 53 - 1, 1) // 9007199254740992n */
export function plus(a: Int, b: Int): Int {
  if (typeof a === 'number' && typeof b === 'number' && fits(a + b)) return a + b
  return narrow(BigInt(a) + BigInt(b))
}

/** a − b. */
export function minus(a: Int, b: Int): Int {
  if (typeof a === 'number' && typeof b === 'number' && fits(a - b)) return a - b
  return narrow(BigInt(a) - BigInt(b))
}

/** a × b. @example times(10 ** 9, 10 ** 9) // 1000000000000000000n */
export function times(a: Int, b: Int): Int {
  if (typeof a === 'number' && typeof b === 'number' && fits(a * b)) return a * b
  return narrow(BigInt(a) * BigInt(b))
}

/** Below 0, 0 or above 0, as a is smaller than, equal to or greater than b. */
export const compareInts = (a: Int, b: Int): number => (a < b ? -1 : a > b ? 1 : 0)

/**
 * How often b goes into a, and what is left over.
 *
 * @param a 0 or more
 * @param b above 0
 * @example divided(7, 2) // { whole: 3, rest: 1 }
 */
export function divided(a: Int, b: Int): { whole: Int; rest: Int } {
  if (typeof a === 'number' && typeof b === 'number') {
    const rest = a % b
    return { whole: (a - rest) / b, rest }
  }
  return { whole: narrow(BigInt(a) / BigInt(b)), rest: narrow(BigInt(a) % BigInt(b)) }
}

/** The greatest common divisor of two numbers of 0 or more (Euclid). @example gcd(12, 18) // 6 */
export function gcd(a: Int, b: Int): Int {
  if (typeof a === 'number' && typeof b === 'number') {
    while (b) [a, b] = [b, a % b]
    return a
  }
  let [x, y] = [BigInt(a), BigInt(b)]
  while (y) [x, y] = [y, x % y]
  return narrow(x)
}

/** The least common multiple of two numbers above 0. @example lcm(20, 25) // 100 */
export const lcm = (a: Int, b: Int): Int => times(divided(a, gcd(a, b)).whole, b)
