import type { Category } from '../../plan/category'
import type { Method } from '../../plan/plan'
import { plus, times, type Int } from '../../number/int'
import { divide, HUNDRED, multiply, ofDecimal, ratio, type Ratio } from '../../number/ratio'
import type { Columns } from '../columns'
import type { GradingContext } from '../context'
import { basisUnder, uncategorised, type Listed } from '../../plan/rules'
import type { CategorySums, PeriodSums } from '../sums'
import type { Segment, Window } from '../windows'
import { itemWork, type ItemWork } from './item'
import type { WhyNoResult } from './why'

/** One category in the making of a grade. */
export interface CategoryWork {
  /** Null for the work that has no category. */
  category: Listed<Category> | null
  basis: Category['basis']
  weight: Ratio
  items: ItemWork[]
  /** Points earned and possible of the scores kept, with their multipliers; on equal basis in shares of a common size. */
  earned: Ratio
  possible: Ratio
  /** In percent; null where there is none, with the reason. */
  result: Ratio | null
  why?: WhyNoResult
  /** The weight as it acts, of 100, among the categories that have a result; null where it has no part in the grade. */
  effectiveWeight: Ratio | null
}

/** How a grade is made of the assignments of a period. */
export interface PeriodWork {
  made: 'of assignments'
  method: Method
  categories: CategoryWork[]
  /** The one score that an exam window's grade is, where that rule acted. */
  exam: ItemWork | null
  /** Percentage points from extra-credit categories, under category weights. */
  extra: Ratio
  total: Ratio | null
}

/**
 * The sums of one student's period with all that they were made of, ready to be told. No rule stands here: what was
 * dropped and what came out is read from the sums.
 *
 * @param row the student's place in the columns
 */
export function periodWork(
  context: GradingContext,
  columns: Columns,
  window: Window,
  row: number,
  sums: PeriodSums,
): PeriodWork {
  const { method, period } = window
  const rules = context.rules(period).categories
  const commonDenominator = commonLine(window, sums)
  const categories = window.segments.map((segment, at): CategoryWork => {
    // The one assignment of an exam window is the grade, so no category drops it.
    const own = window.exam < 0 ? sums.categories[at]! : { ...sums.categories[at]!, dropped: [] }
    const rule = rules[at]
    const basis = basisUnder(method, rule?.category ?? uncategorised)
    const inOrder = segment.at.toSorted((a, b) => a - b)
    const items = inOrder.map((column) => stated(itemWork(context, columns, row, column), basis, own, column))
    const effectiveWeight = effective(method, segment, own, sums)
    const line = commonDenominator ?? own.denominator
    if (window.exam < 0 && (commonDenominator !== null || effectiveWeight))
      items.forEach((item, place) => {
        if (item.state === 'kept')
          item.of100 = hangs(
            segment,
            inOrder[place]!,
            line,
            commonDenominator === null ? effectiveWeight! : HUNDRED,
            commonDenominator !== null,
          )
      })
    return {
      category: rule?.category ?? null,
      basis,
      weight: ofDecimal(rule?.weight ?? '0'),
      items,
      earned: inPoints(columns, own.numerator),
      possible: inPoints(columns, own.denominator),
      result: own.result,
      ...(own.result === null ? { why: whyNone(items) } : {}),
      effectiveWeight,
    }
  })
  const exam = examOf(categories, columns, window)
  return { made: 'of assignments', method, categories, exam, extra: sums.extra, total: sums.total }
}

/** The columns are by due date and place, as a teacher reads them; drops are marked, and items without a percent are out. */
function stated(item: ItemWork, basis: Category['basis'], { dropped }: CategorySums, column: number): ItemWork {
  if (dropped.includes(column)) return { ...item, state: 'dropped' }
  return item.state === 'kept' && item.share === null && basis === 'equal'
    ? { ...item, state: 'out', out: 'no points possible' }
    : item
}

function whyNone(items: readonly ItemWork[]): NonNullable<CategoryWork['why']> {
  const gone = items.filter((item) => item.state === 'dropped').length
  if (gone) return gone === 1 ? 'only score is dropped' : 'all scores are dropped'
  return items.some((item) => item.state === 'kept') ? 'only extra points' : 'no scores'
}

/** What everything of the period is out of, where one sum makes the grade; null under category weights, and for none. */
function commonLine({ method, segments }: Window, { categories, total }: PeriodSums): Int | null {
  if (method === 'categories' || total === null) return null
  return segments.reduce<Int>(
    (sum, { counts, extraCredit }, at) => (counts && !extraCredit ? plus(sum, categories[at]!.denominator) : sum),
    0,
  )
}

function effective(method: Method, segment: Segment, own: CategorySums, { weights }: PeriodSums): Ratio | null {
  const acts = method === 'categories' && segment.categoryId !== null && segment.counts && !segment.extraCredit
  return acts && own.result !== null && segment.weight > 0 ? ratio(100 * segment.weight, weights) : null
}

/** How much of every 100 hangs on a score: its part of the line, times what the line weighs. */
function hangs({ basis, counts, extraCredit }: Segment, column: number, line: Int, weighs: Ratio, isCommon: boolean) {
  if (isCommon && !counts) return null
  const part = isCommon && extraCredit ? 0 : basis.denominator[column]!
  return multiply(weighs, divide({ n: part, d: 1 }, { n: line, d: 1 }))
}

const inPoints = ({ perMultiplier, grain }: Columns, sum: Int): Ratio =>
  ratio(times(sum, perMultiplier), grain.perPoint * 1000)

function examOf(categories: readonly CategoryWork[], columns: Columns, { exam }: Window): ItemWork | null {
  if (exam < 0) return null
  const { id } = columns.assignments[exam]!
  const item = categories.flatMap((each) => each.items).find((each) => each.assignment.id === id)!
  if (item.share !== null && item.state !== 'out') item.of100 = HUNDRED
  return item
}
