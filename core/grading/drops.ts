import { compareInts, minus, times, type Int } from '../number/int'
import { compare, ratio, ZERO } from '../number/ratio'
import { SCORED, type Columns } from './columns'
import { addUp, extraOf, less, more, partOf, type Sums } from './total'
import type { Segment, Window } from './windows'

/** Scores of one category that a drop can take, and how many of them go. */
interface Group {
  /** Columns, in the order of due date and id. */
  candidates: readonly number[]
  parts: readonly Sums[]
  count: number
}

const nothing: readonly number[] = []

/**
 * Which scores of a student are dropped in a period, as columns, category by category.
 *
 * Total points and assignment weights choose the best drops of all categories in one search for the period's grade; every
 * other drop is its category's own.
 */
export function dropsOf(columns: Columns, { method, segments }: Window, start: number): (readonly number[])[] {
  const searched: number[] = []
  const drops = segments.map((segment, at) => {
    if (segment.dropCount === 0) return nothing
    const candidates = segment.at.filter((column) => columns.state[start + column] === SCORED)
    if (candidates.length === 0) return nothing
    const best = dropsBest(segment, candidates.length)
    if (!best) return lowestShares(columns, start, segment, candidates)
    if (method === 'categories' || !segment.counts || segment.dropRule !== 'best for the student')
      return bestForCategory(columns, start, segment)
    searched.push(at)
    return nothing
  })
  if (searched.length) {
    const found = bestForPeriod(columns, start, segments, drops, searched)
    searched.forEach((at, place) => (drops[at] = found[place]!))
  }
  return drops
}

/** How many of `candidates` scores go: everything where the count reaches them all, or all but one with *keep one*. */
function dropCount({ dropCount: most, keepOne }: Segment, candidates: number): number {
  if (most < candidates) return most
  return keepOne ? Math.max(0, candidates - 1) : candidates
}

/** Whether a category's drop is chosen for the best result: by its rule, or because *keep one* is what acts. */
const dropsBest = ({ dropRule, keepOne, dropCount: most }: Segment, candidates: number) =>
  dropRule === 'best for the student' || (keepOne && most >= candidates)

/** The scores with the lowest share of their points possible; of equals the smaller, then the earlier. */
function lowestShares(columns: Columns, start: number, segment: Segment, candidates: readonly number[]) {
  const keys = candidates.map((column) => times(columns.earned[start + column]!, columns.share[column]!))
  return smallest(columns, candidates, keys, dropCount(segment, candidates.length))
}

/** The `count` candidates with the smallest keys; of equals the smaller points possible, then the earlier. */
function smallest(columns: Columns, candidates: readonly number[], keys: readonly Int[], count: number) {
  const { size } = columns
  const order = candidates.map((_, at) => at)
  order.sort(
    (a, b) => compareInts(keys[a]!, keys[b]!) || compareInts(size[candidates[a]!]!, size[candidates[b]!]!) || a - b,
  )
  return order.slice(0, count).map((at) => candidates[at]!)
}

function bestForCategory(columns: Columns, start: number, segment: Segment): readonly number[] {
  const group = groupOf(columns, start, segment)
  return bestDrops(columns, [group], extraOf(columns, start, segment))[0]!
}

/** Under the line of a period extra credit adds nothing. */
function groupOf(columns: Columns, start: number, segment: Segment, isExtra = false): Group {
  const candidates = segment.at.filter((column) => columns.state[start + column] === SCORED)
  const parts = candidates.map((column) => above(partOf(columns, start, segment, column), isExtra))
  return { candidates, parts, count: dropCount(segment, candidates.length) }
}

const above = (sums: Sums, isExtra: boolean): Sums => (isExtra ? { ...sums, denominator: 0 } : sums)

function bestForPeriod(
  columns: Columns,
  start: number,
  segments: readonly Segment[],
  drops: readonly (readonly number[])[],
  searched: readonly number[],
): readonly (readonly number[])[] {
  const groups = searched.map((at) => groupOf(columns, start, segments[at]!, segments[at]!.extraCredit))
  let fixed: Sums = { numerator: 0, denominator: 0 }
  segments.forEach((segment, at) => {
    if (!segment.counts) return
    const own = searched.includes(at) ? extraOf(columns, start, segment) : addUp(columns, start, segment, drops[at]!)
    fixed = more(fixed, above(own, segment.extraCredit))
  })
  // Extra credit alone makes no grade; then each category's own result decides.
  const isGraded = fixed.denominator > 0 || groups.some(leavesBase)
  return isGraded
    ? bestDrops(columns, groups, fixed)
    : searched.map((at) => bestForCategory(columns, start, segments[at]!))
}

const leavesBase = ({ candidates, parts, count }: Group) =>
  candidates.length > count && parts.some(({ denominator }) => denominator > 0)

/**
 * The scores whose removal leaves the highest `sum(numerator) / sum(denominator)`, so many in each group, in one search.
 *
 * For a ratio q, a set leaves more than q exactly when it leaves a positive sum of `numerator - q × denominator`; so the
 * smallest of these go, and q rises to what is left until it stands still. Source: Kane & Kane, "Dropping Lowest Grades",
 * Mathematics Magazine 79 (2006); the iteration is Dinkelbach's.
 *
 * @param fixed sums over everything that stays in any case
 */
function bestDrops(columns: Columns, groups: readonly Group[], fixed: Sums): readonly (readonly number[])[] {
  const all = groups.flatMap(({ parts }) => parts).reduce(more, fixed)
  let q = all.denominator > 0 ? ratio(all.numerator, all.denominator) : ZERO
  for (;;) {
    const { n, d } = q
    let kept = all
    const chosen = groups.map(({ candidates, parts, count }) => {
      const keys = parts.map((part) => minus(times(d, part.numerator), times(n, part.denominator)))
      const gone = smallest(columns, candidates, keys, count)
      for (const column of gone) kept = less(kept, parts[candidates.indexOf(column)]!)
      return gone
    })
    if (!(kept.denominator > 0)) return chosen
    const next = ratio(kept.numerator, kept.denominator)
    if (compare(next, q) === 0) return chosen
    q = next
  }
}
