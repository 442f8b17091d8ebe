import Fraction from 'fraction.js'
import type { Decimal } from './decimal'

/**
 * The arithmetic that a grading rule needs. Each rule is written once over a field and runs in doubles for speed,
 * and in exact fractions where a close call has to be settled.
 */
export interface Field<T> {
  readonly zero: T
  of(value: Decimal): T
  add(a: T, b: T): T
  mul(a: T, b: T): T
  /** The caller sees to it that `b` is not zero. */
  div(a: T, b: T): T
  isZero(a: T): boolean
}

/** IEEE doubles: fast, and right to about 1e-12 of the values met in grading. */
export const doubles: Field<number> = {
  zero: 0,
  of: Number,
  add: (a, b) => a + b,
  mul: (a, b) => a * b,
  div: (a, b) => a / b,
  isZero: (a) => a === 0,
}

/** Exact rationals. */
export const fractions: Field<Fraction> = {
  zero: new Fraction(0),
  of: (value) => new Fraction(value),
  add: (a, b) => a.add(b),
  mul: (a, b) => a.mul(b),
  div: (a, b) => a.div(b),
  isZero: (a) => a.n === 0n,
}
