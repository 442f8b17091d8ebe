import type Fraction from 'fraction.js'
import type { Decimal } from './decimal'

/** Decimals shown. */
export type Places = 0 | 1 | 2

/** How far a double may be from the true value before its rounding is not believed; its real error is below 1e-9. */
const CLOSE = 1e-6

/**
 * Rounds half up on the size of the number, then puts the sign back. There is no minus zero.
 *
 * @param value an exact rational
 * @param places decimals shown, with trailing zeros
 * @example roundExact(new Fraction('92.45'), 1) // '92.5'
 */
export function roundExact(value: Fraction, places: Places): string {
  const scale = 10n ** BigInt(places)
  const n = BigInt(value.n) * scale * 2n
  const d = BigInt(value.d)
  const units = (n + d) / (2n * d)
  return written(units, places, value.s < 0n)
}

/**
 * Rounds a value known in doubles, and asks for the exact one only where the double is too near a tie to be believed.
 *
 * @param approx the value in doubles
 * @param places decimals shown
 * @param exactly gives the same value as an exact rational; called on close calls only
 * @returns the digits that exact fractions give, always
 * @example settle(92.45, 1, () => new Fraction('92.45')) // '92.5'
 */
export function settle(approx: number, places: Places, exactly: () => Fraction): string {
  const scaled = Math.abs(approx) * 10 ** places
  const floor = Math.floor(scaled)
  if (scaled > 1e9 || Math.abs(scaled - floor - 0.5) < CLOSE * (1 + scaled)) return roundExact(exactly(), places)
  return written(BigInt(Math.round(scaled)), places, approx < 0)
}

/**
 * Rounds a typed decimal for display.
 *
 * @example roundDecimal('80', 1) // '80.0'
 */
export function roundDecimal(value: Decimal, places: Places): string {
  const size = Math.round(Math.abs(Number(value)) * 1000)
  const unit = 10 ** (3 - places)
  const units = Math.floor((size + unit / 2) / unit)
  return written(BigInt(units), places, value.startsWith('-'))
}

function written(units: bigint, places: Places, negative: boolean): string {
  const digits = units.toString().padStart(places + 1, '0')
  const text = places === 0 ? digits : `${digits.slice(0, -places)}.${digits.slice(-places)}`
  return negative && units !== 0n ? `-${text}` : text
}
