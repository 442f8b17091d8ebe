import Fraction from 'fraction.js'
import { thousandths, type Decimal } from './decimal'

/** Decimals shown. */
export type Places = 0 | 1 | 2

/** All modes work on the size of a number; then the sign is put back. */
export const roundings = ['half up', 'down', 'up', 'nearest half'] as const

/** How numbers are rounded for display. `nearest half` shows a multiple of 0.5 with one decimal, whatever the places. */
export interface Rounding {
  places: Places
  rounding: (typeof roundings)[number]
}

/** How far a double may be from the true value before its rounding is not believed; its real error is below 1e-9. */
const CLOSE = 1e-6

/** In steps of what a number is shown, and with how many decimals. */
const stepsOf = ({ places, rounding }: Rounding): { perUnit: number; decimals: number } =>
  rounding === 'nearest half' ? { perUnit: 2, decimals: 1 } : { perUnit: 10 ** places, decimals: places }

/**
 * Rounds an exact rational. There is no minus zero.
 *
 * @returns digits with as many decimals as the rounding shows
 * @example roundExact(new Fraction('92.45'), { places: 1, rounding: 'half up' }) // '92.5'
 */
export function roundExact(value: Fraction, how: Rounding): string {
  const { perUnit, decimals } = stepsOf(how)
  const n = BigInt(value.n) * BigInt(perUnit)
  const d = BigInt(value.d)
  const whole = n / d
  const rest = n % d
  const up = how.rounding === 'up' ? rest > 0n : how.rounding === 'down' ? false : 2n * rest >= d
  return written(Number(up ? whole + 1n : whole), perUnit, decimals, value.s < 0n)
}

/**
 * Rounds a value known in doubles, and asks for the exact one only where the double is too near a turning point to be
 * believed.
 *
 * @param approx the value in doubles
 * @param exactly gives the same value as an exact rational; called on close calls only
 * @returns the digits that exact fractions give, always
 * @example settle(92.45, { places: 1, rounding: 'half up' }, () => new Fraction('92.45')) // '92.5'
 */
export function settle(approx: number, how: Rounding, exactly: () => Fraction): string {
  const { perUnit, decimals } = stepsOf(how)
  const size = Math.abs(approx) * perUnit
  const shift = how.rounding === 'up' ? 1 : how.rounding === 'down' ? 0 : 0.5
  const shifted = size + shift
  if (size > 1e9 || Math.abs(shifted - Math.round(shifted)) < CLOSE * (1 + size)) return roundExact(exactly(), how)
  return written(Math.floor(shifted), perUnit, decimals, approx < 0)
}

/**
 * Whether a value is at or above a bound, with the exact value asked for where the double is too near to tell.
 *
 * @example reaches(89.99999999, '90', () => new Fraction(90)) // true
 */
export function reaches(approx: number, bound: Decimal, exactly: () => Fraction): boolean {
  const gap = approx - Number(bound)
  return Math.abs(gap) > CLOSE * (1 + Math.abs(approx)) ? gap > 0 : exactly().gte(new Fraction(bound))
}

/**
 * Rounds a typed decimal for display.
 *
 * @example roundDecimal('80', { places: 1, rounding: 'half up' }) // '80.0'
 */
export function roundDecimal(value: Decimal, how: Rounding): string {
  return roundExact(new Fraction(thousandths(value), 1000), how)
}

function written(steps: number, perUnit: number, decimals: number, negative: boolean): string {
  const text = (steps / perUnit).toFixed(decimals)
  return negative && steps !== 0 ? `-${text}` : text
}
