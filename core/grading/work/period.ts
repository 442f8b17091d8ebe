import Fraction from 'fraction.js'
import type { Category, Method } from '../../acts/records'
import type { Period } from '../../calendar/periods'
import type { Student } from '../../section'
import type { GradingContext } from '../context'
import { basisUnder, examItem, uncategorised, type Listed } from '../rules'
import { bestForStudent, dropCount, dropsBest, lowestPercent, type Candidate, type Group, type Sums } from './drops'
import { itemWork, type ItemWork } from './item'

const ZERO = new Fraction(0)
const HUNDRED = new Fraction(100)

/** One category in the making of a grade. */
export interface CategoryWork {
  /** Null for the work that has no category. */
  category: Listed<Category> | null
  basis: Category['basis']
  weight: Fraction
  items: ItemWork[]
  /** Sums over the scores kept. */
  upper: Fraction
  lower: Fraction
  /** In percent; null where there is none, with the reason. */
  result: Fraction | null
  why?: 'no scores' | 'only score is dropped' | 'all scores are dropped' | 'only extra points'
  /** The weight as it acts, of 100, among the categories that have a result; null where it has no part in the grade. */
  acts: Fraction | null
}

/** How a grade is made of the assignments of a period. */
export interface PeriodWork {
  made: 'of assignments'
  method: Method
  categories: CategoryWork[]
  /** The one score that an exam window's grade is, where that rule acted. */
  exam: ItemWork | null
  /** Percentage points from extra-credit categories, under category weights. */
  extra: Fraction
  total: Fraction | null
}

/**
 * The grade of one student in one period from its assignments, in exact fractions, with everything that it was made of.
 * Cap, rounding and label come later.
 */
export function periodWork(context: GradingContext, student: Student, period: Period): PeriodWork {
  const { method, categories: rules } = context.rules(period)
  const assignments = method === 'none' ? [] : context.assignmentsIn(period)
  const items = assignments.map((assignment) => itemWork(context, student, assignment))
  const known = new Set(rules.map((rule) => rule.category.id))
  const gather = (category: Listed<Category> | null, weight: Fraction, own: ItemWork[]): CategoryWork => {
    const basis = basisUnder(method, category ?? uncategorised)
    const counted = own.map((item) =>
      basis === 'equal' && item.state === 'kept' && item.share === null
        ? { ...item, state: 'out' as const, out: 'no points possible' as const }
        : item,
    )
    return { category, basis, weight, items: counted, upper: ZERO, lower: ZERO, result: null, acts: null }
  }
  const categories = rules.map(({ category, weight }) =>
    gather(
      category,
      new Fraction(weight),
      items.filter((item) => item.assignment.categoryId === category.id),
    ),
  )
  const loose = items.filter((item) => item.assignment.categoryId === null || !known.has(item.assignment.categoryId))
  if (loose.length) categories.push(gather(null, ZERO, loose))

  drop(method, categories)
  for (const each of categories) result(each)
  const work: PeriodWork = { made: 'of assignments', method, categories, exam: null, extra: ZERO, total: null }
  const exam = method === 'none' ? null : examItem(period, assignments)
  if (exam) return examWork(work, exam)
  if (method === 'categories') weigh(work)
  else if (method !== 'none') add(work)
  return work
}

interface Kept extends Candidate {
  item: ItemWork
}

/** What a kept score adds above and below its category's line; under a period's line extra credit adds nothing below. */
function candidate(item: ItemWork, basis: Category['basis'], extra = false): Kept {
  const points = item.multiplier.mul(item.assignment.points)
  return {
    item,
    upper: item.multiplier.mul((basis === 'points' ? item.earned : item.share) ?? ZERO),
    lower: extra ? ZERO : basis === 'points' ? points : item.multiplier,
    share: item.share ?? ZERO,
    size: points,
  }
}

const kept = (work: CategoryWork) => work.items.filter((item) => item.state === 'kept')
/** Scores that a drop can take: those with points possible. */
const droppable = (work: CategoryWork) => kept(work).filter((item) => item.share !== null)

/** Whether the category has a part in the grade of the period. */
const takesPart = ({ category }: CategoryWork) => category === null || category.counts

function drop(method: Method, categories: readonly CategoryWork[]): void {
  const together: CategoryWork[] = []
  for (const work of categories) {
    const found = droppable(work)
    if (!work.category || work.category.dropCount === 0 || found.length === 0) continue
    const count = dropCount(work.category, found.length)
    const best = dropsBest(work.category, found.length)
    if (best && method !== 'categories' && takesPart(work) && work.category.dropRule === 'best for the student')
      together.push(work)
    else if (best) dropForCategory(work)
    else take(lowestPercent({ candidates: found.map((item) => candidate(item, work.basis)), count }))
  }
  const groups = together.map((work) => groupOf(work, work.category!.extraCredit))
  const fixed = fixedSums(categories, together)
  // Extra credit alone makes no grade; then each category's own result decides.
  const gradable = fixed.lower.n !== 0n || groups.some(leavesBase)
  if (gradable) take(bestForStudent(groups, fixed))
  else together.forEach(dropForCategory)
}

const leavesBase = ({ candidates, count }: Group<Kept>) => candidates.length > count && candidates[0]!.lower.n !== 0n

const dropForCategory = (work: CategoryWork) => take(bestForStudent([groupOf(work)], sumsOf(work, pureExtra(work))))

const take = (gone: readonly Kept[]) => gone.forEach(({ item }) => (item.state = 'dropped'))

function groupOf(work: CategoryWork, extra = false): Group<Kept> {
  const found = droppable(work)
  return {
    candidates: found.map((item) => candidate(item, work.basis, extra)),
    count: dropCount(work.category!, found.length),
  }
}

const pureExtra = (work: CategoryWork) => kept(work).filter((item) => item.share === null)

/** Everything in the period's sums that the search for the best drop leaves alone. */
function fixedSums(categories: readonly CategoryWork[], searched: readonly CategoryWork[]): Sums {
  let sums: Sums = { upper: ZERO, lower: ZERO }
  for (const work of categories) {
    if (!takesPart(work)) continue
    const own = sumsOf(work, searched.includes(work) ? pureExtra(work) : kept(work), work.category?.extraCredit)
    sums = { upper: sums.upper.add(own.upper), lower: sums.lower.add(own.lower) }
  }
  return sums
}

function sumsOf(work: CategoryWork, items: readonly ItemWork[], extra = false): Sums {
  const parts = items.map((item) => candidate(item, work.basis, extra))
  return {
    upper: parts.reduce((sum, part) => sum.add(part.upper), ZERO),
    lower: parts.reduce((sum, part) => sum.add(part.lower), ZERO),
  }
}

function result(work: CategoryWork): void {
  Object.assign(work, sumsOf(work, kept(work)))
  if (work.lower.n !== 0n) work.result = HUNDRED.mul(work.upper).div(work.lower)
  else {
    const gone = work.items.filter((item) => item.state === 'dropped').length
    work.why =
      gone === 1
        ? 'only score is dropped'
        : gone
          ? 'all scores are dropped'
          : kept(work).length
            ? 'only extra points'
            : 'no scores'
  }
}

/** The method *category weights*. */
function weigh(work: PeriodWork): void {
  const counted = work.categories.filter((each) => each.category?.counts && each.result !== null)
  const weighted = counted.filter((each) => !each.category!.extraCredit && each.weight.n !== 0n)
  const weights = weighted.reduce((sum, each) => sum.add(each.weight), ZERO)
  if (weights.n === 0n) return
  for (const each of counted) {
    if (each.category!.extraCredit) work.extra = work.extra.add(each.weight.mul(each.result!).div(100))
    else if (each.weight.n !== 0n) {
      each.acts = HUNDRED.mul(each.weight).div(weights)
      for (const item of kept(each)) item.of100 = each.acts.mul(candidate(item, each.basis).lower).div(each.lower)
    }
  }
  work.total = weighted
    .reduce((sum, each) => sum.add(each.weight.mul(each.result!)), ZERO)
    .div(weights)
    .add(work.extra)
}

/** The methods *total points* and *assignment weights*: one sum over everything kept. */
function add(work: PeriodWork): void {
  const parts = work.categories.filter(takesPart)
  const sums = fixedSums(parts, [])
  if (sums.lower.n === 0n) return
  for (const each of parts)
    for (const item of kept(each))
      item.of100 = HUNDRED.mul(candidate(item, each.basis, each.category?.extraCredit).lower).div(sums.lower)
  work.total = HUNDRED.mul(sums.upper).div(sums.lower)
}

/** An exam window with exactly one assignment that counts has that item's percent as its grade. */
function examWork(work: PeriodWork, exam: { id: string }): PeriodWork {
  const item = work.categories.flatMap((each) => each.items).find((each) => each.assignment.id === exam.id)!
  if (item.share !== null && item.state !== 'out') item.of100 = HUNDRED
  return { ...work, exam: item, total: item.share && HUNDRED.mul(item.share) }
}
