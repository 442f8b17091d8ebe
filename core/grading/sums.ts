import { plus, times, type Int } from '../number/int'
import { add, divide, HUNDRED, multiply, ratio, ZERO, type Ratio } from '../number/ratio'
import { OUT, type Columns } from './columns'
import { dropsOf } from './drops'
import { addUp, type Sums } from './total'
import type { Segment, Window } from './windows'

/** One category's part in a student's grade of a period. */
export interface CategorySums extends Sums {
  /** In percent; null where nothing is possible. */
  result: Ratio | null
  /** Columns of the scores that are dropped. */
  dropped: readonly number[]
}

/** What one student's scores of a period come to, category by category, before cap, rounding and label. */
export interface PeriodSums {
  categories: readonly CategorySums[]
  /** The weights of the categories that have a result, whole; 0 under the other methods. */
  weights: number
  /** Percentage points from extra-credit categories, under category weights. */
  extra: Ratio
  total: Ratio | null
}

/**
 * The rules of a period's grade, exactly: drops, then each category, then the plan's method.
 *
 * @param row the student's place in the columns
 * @example sumPeriod(columns, windowOf(context, columns, quarter2), 0).total // { n: 887, d: 10 }
 */
export function sumPeriod(columns: Columns, window: Window, row: number): PeriodSums {
  const { method, segments } = window
  const start = row * columns.assignments.length
  const drops = dropsOf(columns, window, start)
  const categories = segments.map((segment, at): CategorySums => {
    const dropped = drops[at]!
    const { numerator, denominator } = addUp(columns, start, segment, dropped)
    // No spread of objects in here: it is run for every student of a class.
    return { numerator, denominator, result: denominator > 0 ? percentOf(numerator, denominator) : null, dropped }
  })
  if (method === 'categories' && window.exam < 0) return byWeights(segments, categories)
  const total =
    method === 'none'
      ? null
      : window.exam >= 0
        ? examPercent(columns, start + window.exam, window.exam)
        : together(segments, categories)
  return { categories, weights: 0, extra: ZERO, total }
}

const percentOf = (numerator: Int, denominator: Int) => ratio(times(100, numerator), denominator)

/** The one score that an exam window's grade is. */
function examPercent({ state, earned, possible }: Columns, at: number, column: number): Ratio | null {
  return state[at] !== OUT && possible[column]! > 0 ? percentOf(earned[at]!, possible[column]!) : null
}

/** *Category weights*: sum(W x result) / sum(W) of the categories with a result, and what extra credit adds to it. */
function byWeights(segments: readonly Segment[], categories: readonly CategorySums[]): PeriodSums {
  let weights = 0
  let weighed = ZERO
  let extra = ZERO
  segments.forEach(({ categoryId, counts, weight, adds, extraCredit }, at) => {
    const { result } = categories[at]!
    if (categoryId === null || !counts || result === null) return
    if (extraCredit) extra = add(extra, divide(multiply(adds, result), HUNDRED))
    else {
      weights += weight
      weighed = add(weighed, multiply({ n: weight, d: 1 }, result))
    }
  })
  return weights === 0
    ? { categories, weights, extra: ZERO, total: null }
    : { categories, weights, extra, total: add(divide(weighed, { n: weights, d: 1 }), extra) }
}

/** *Total points* and *assignment weights*: one sum over everything kept; extra credit is in the upper part only. */
function together(segments: readonly Segment[], categories: readonly CategorySums[]): Ratio | null {
  let numerator: Int = 0
  let denominator: Int = 0
  segments.forEach(({ counts, extraCredit }, at) => {
    if (!counts) return
    numerator = plus(numerator, categories[at]!.numerator)
    if (!extraCredit) denominator = plus(denominator, categories[at]!.denominator)
  })
  return denominator > 0 ? percentOf(numerator, denominator) : null
}
