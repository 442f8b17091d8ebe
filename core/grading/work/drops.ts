import Fraction from 'fraction.js'
import type { Category } from '../../acts/records'

/** A score that could be dropped: what it adds above and below the line, and what ties are settled by. */
export interface Candidate {
  /** Above the line: multiplier × earned, or multiplier × share on equal basis. */
  upper: Fraction
  /** Below the line: multiplier × possible, or multiplier on equal basis. */
  lower: Fraction
  share: Fraction
  /** multiplier × points possible: of equals the smaller goes first, then the one that stands first. */
  size: Fraction
}

/** Candidates of one category and how many of them go. Candidates stand by due date, then id. */
export interface Group<C extends Candidate> {
  candidates: readonly C[]
  count: number
}

/** Sums over what cannot be dropped. */
export interface Sums {
  upper: Fraction
  lower: Fraction
}

/** How many of `candidates` scores go: everything where the count reaches them all, or all but one with *keep one*. */
export function dropCount(category: Readonly<Pick<Category, 'dropCount' | 'keepOne'>>, candidates: number): number {
  if (category.dropCount < candidates) return category.dropCount
  return category.keepOne ? Math.max(0, candidates - 1) : candidates
}

/** Whether a category's drop is chosen for the best result: by its rule, or because *keep one* is what acts. */
export function dropsBest(category: Readonly<Category>, candidates: number): boolean {
  return category.dropRule === 'best for the student' || (category.keepOne && category.dropCount >= candidates)
}

/**
 * The scores with the lowest share of their points possible; of equals the smaller, then the earlier.
 *
 * @example lowestPercent({ candidates, count: 1 })
 */
export function lowestPercent<C extends Candidate>({ candidates, count }: Group<C>): C[] {
  return inOrder(candidates, (each) => each.share).slice(0, count)
}

/**
 * The scores whose removal leaves the highest `sum(upper) / sum(lower)`, so many in each group, in one search.
 *
 * For a ratio q, a set leaves more than q exactly when it leaves a positive sum of `upper - q × lower`; so the smallest
 * of these go, and q rises to what is left until it stands still. Source: Kane & Kane, "Dropping Lowest Grades",
 * Mathematics Magazine 79 (2006); the iteration is Dinkelbach's.
 *
 * @param fixed sums over everything that stays in any case
 */
export function bestForStudent<C extends Candidate>(groups: readonly Group<C>[], fixed: Sums): C[] {
  const all = groups.flatMap((group) => group.candidates)
  let q = ratioOf(fixed, all) ?? new Fraction(0)
  for (;;) {
    const gone = groups.flatMap(({ candidates, count }) =>
      inOrder(candidates, (each) => each.upper.sub(q.mul(each.lower))).slice(0, count),
    )
    const left = new Set(gone)
    const next = ratioOf(
      fixed,
      all.filter((each) => !left.has(each)),
    )
    if (next === null || next.equals(q)) return gone
    q = next
  }
}

function ratioOf(fixed: Sums, kept: readonly Candidate[]): Fraction | null {
  const lower = kept.reduce((sum, each) => sum.add(each.lower), fixed.lower)
  return lower.n === 0n ? null : kept.reduce((sum, each) => sum.add(each.upper), fixed.upper).div(lower)
}

/** Smallest first; of equals the smaller size, then the order in which they stand. */
function inOrder<C extends Candidate>(candidates: readonly C[], by: (each: C) => Fraction): C[] {
  return candidates
    .map((each) => ({ each, key: by(each) }))
    .sort((a, b) => a.key.compare(b.key) || a.each.size.compare(b.each.size))
    .map(({ each }) => each)
}
