import { readDecimal, type Decimal } from './decimal'
import { compareInts, divided, minus, plus, times, type Int } from './int'
import { compare, ofDecimal, subtract, type Ratio } from './ratio'

/** Decimals shown. */
export type Places = 0 | 1 | 2

/** All modes work on the size of a number; then the sign is put back. */
export const roundings = ['half up', 'down', 'up', 'nearest half'] as const

/** How numbers are rounded for display. `nearest half` shows a multiple of 0.5 with one decimal, whatever the places. */
export interface Rounding {
  places: Places
  rounding: (typeof roundings)[number]
}

/** In steps of what a number is shown, and with how many decimals. */
const stepsOf = ({ places, rounding }: Rounding): { perUnit: number; decimals: number } =>
  rounding === 'nearest half' ? { perUnit: 2, decimals: 1 } : { perUnit: 10 ** places, decimals: places }

/**
 * Rounds an exact number for display. There is no minus zero.
 *
 * @returns digits with as many decimals as the rounding shows
 * @example round(ofDecimal('92.45'), { places: 1, rounding: 'half up' }) // '92.5'
 */
export function round(value: Ratio, how: Rounding): string {
  const { perUnit, decimals } = stepsOf(how)
  return digitsOf(value, perUnit, decimals, how.rounding)
}

function digitsOf({ n, d }: Ratio, perUnit: number, decimals: number, mode: Rounding['rounding']): string {
  const size = n < 0 ? minus(0, n) : n
  const { whole, rest } = divided(times(size, perUnit), d)
  const isUp = mode === 'up' ? rest > 0 : mode === 'down' ? false : compareInts(times(2, rest), d) >= 0
  const steps = isUp ? plus(whole, 1) : whole
  const digits = written(times(steps, 10 ** decimals / perUnit), decimals)
  return n < 0 && steps > 0 ? `-${digits}` : digits
}

/** Rounds a typed decimal for display. @example roundDecimal('80', { places: 1, rounding: 'half up' }) // '80.0' */
export const roundDecimal = (value: Decimal, how: Rounding): string => round(ofDecimal(value), how)

/**
 * Returns the nearest decimal that can be stored: three places, halves up.
 *
 * @example toDecimal(ratio(1001, 2000)) // '0.501'
 */
export const toDecimal = (value: Ratio): Decimal => readDecimal(digitsOf(value, 1000, 3, 'half up')) ?? '0'

/**
 * Returns how far a number moved, to one decimal and with its sign: the exact difference, rounded once.
 *
 * @example change(ofDecimal('88.6'), ofDecimal('90')) // '+1.4'
 */
export function change(from: Ratio, to: Ratio): string {
  const digits = round(subtract(to, from), { places: 1, rounding: 'half up' })
  return compare(to, from) > 0 && Number(digits) > 0 ? `+${digits}` : digits
}

/** A whole number of tenths, hundredths … with its point. */
function written(value: Int, decimals: number): string {
  const digits = String(value).padStart(decimals + 1, '0')
  return decimals ? `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}` : digits
}
