import { minus, plus, times, type Int } from '../number/int'
import { EXTRA, OUT, type Columns } from './columns'
import type { Segment } from './windows'

/** What is above and below a line: points or shares earned, and what they are out of. */
export interface Sums {
  numerator: Int
  denominator: Int
}

/** What one score adds. */
export const partOf = ({ earned }: Columns, start: number, { basis }: Segment, column: number): Sums => ({
  numerator: times(earned[start + column]!, basis.numerator[column]!),
  denominator: basis.denominator[column]!,
})

/** The sums over a category's scores, without those that are dropped. */
export function addUp(columns: Columns, start: number, segment: Segment, dropped: readonly number[]): Sums {
  let sums = addAll(columns, start, segment)
  for (const column of dropped) sums = less(sums, partOf(columns, start, segment, column))
  return sums
}

export const more = (a: Sums, b: Sums): Sums => ({
  numerator: plus(a.numerator, b.numerator),
  denominator: plus(a.denominator, b.denominator),
})
export const less = (a: Sums, b: Sums): Sums => ({
  numerator: minus(a.numerator, b.numerator),
  denominator: minus(a.denominator, b.denominator),
})

/**
 * Nothing here is below 0, so a sum that fits a double had no part or product that did not: one look at the end tells
 * whether doubles were exact all the way.
 */
function addAll(columns: Columns, start: number, { at, basis }: Segment): Sums {
  const { state, earned } = columns
  const { numerator: numerators, denominator: denominators } = basis
  if (earned instanceof Float64Array && numerators instanceof Float64Array && denominators instanceof Float64Array) {
    let numerator = 0
    let denominator = 0
    for (const column of at) {
      if (state[start + column] === OUT) continue
      numerator += earned[start + column]! * numerators[column]!
      denominator += denominators[column]!
    }
    if (numerator <= Number.MAX_SAFE_INTEGER && denominator <= Number.MAX_SAFE_INTEGER)
      return { numerator, denominator }
  }
  let sums: Sums = { numerator: 0, denominator: 0 }
  for (const column of at)
    if (state[start + column] !== OUT)
      sums = more(sums, {
        numerator: times(earned[start + column]!, numerators[column]!),
        denominator: denominators[column]!,
      })
  return sums
}

/** What pure extra scores add, out of nothing. */
export function extraOf(columns: Columns, start: number, segment: Segment): Sums {
  let sums: Sums = { numerator: 0, denominator: 0 }
  for (const column of segment.at)
    if (columns.state[start + column] === EXTRA) sums = more(sums, partOf(columns, start, segment, column))
  return sums
}
