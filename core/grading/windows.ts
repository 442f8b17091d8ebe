import type { Category } from '../plan/category'
import type { Method } from '../plan/plan'
import type { Period } from '../calendar/periods'
import { thousandths } from '../number/decimal'
import { gcd } from '../number/int'
import { ofDecimal, type Ratio } from '../number/ratio'
import type { Basis, Columns } from './columns'
import type { GradingContext } from './context'
import { basisUnder, examItem, uncategorised } from '../plan/rules'

/** The work of one category in one period, ready to be added up. */
export interface Segment {
  /** Null for work that has no category. */
  categoryId: string | null
  /** Columns of its assignments, by due date, then id: the last tie of a drop. */
  at: readonly number[]
  /** Whole, in what the weights of the period have in common. */
  weight: number
  /** What each of its result's percents adds, where it is an extra-credit category. */
  adds: Ratio
  basis: Basis
  dropCount: number
  dropRule: Category['dropRule']
  keepOne: boolean
  extraCredit: boolean
  /** Whether it has a part in the grade. */
  counts: boolean
}

/** A period whose grade is made of assignments: its rules and its work. */
export interface Window {
  period: Period
  method: Method
  segments: readonly Segment[]
  /** The column that an exam window's grade is, or -1. */
  exam: number
}

/** A period as a window on the columns. */
export function windowOf(context: GradingContext, columns: Columns, period: Period): Window {
  const { method, categories } = context.rules(period)
  const assignments = method === 'none' ? [] : context.assignmentsIn(period).toSorted(byDueDate)
  const known = new Set(categories.map(({ category }) => category.id))
  const common = categories.reduce((all, { weight }) => gcd(all, thousandths(weight)) as number, 0) || 1
  const segment = (category: Readonly<Category> & { id?: string }, weight: string, isIn: InCategory): Segment => ({
    categoryId: category.id ?? null,
    at: assignments.filter((each) => isIn(each.categoryId)).map((each) => columns.columnOf.get(each.id)!),
    weight: thousandths(weight) / common,
    adds: ofDecimal(weight),
    basis: columns[basisUnder(method, category)],
    dropCount: category.dropCount,
    dropRule: category.dropRule,
    keepOne: category.keepOne,
    extraCredit: category.extraCredit,
    counts: category.counts,
  })
  const segments = categories.map(({ category, weight }) => segment(category, weight, (id) => id === category.id))
  const loose = segment(uncategorised, '0', (id) => id === null || !known.has(id))
  const exam = method === 'none' ? null : examItem(period, assignments)
  return {
    period,
    method,
    segments: loose.at.length ? [...segments, loose] : segments,
    exam: exam ? columns.columnOf.get(exam.id)! : -1,
  }
}

type InCategory = (categoryId: string | null) => boolean

const byDueDate = (a: { dueOn: string | null; id: string }, b: { dueOn: string | null; id: string }) =>
  a.dueOn! < b.dueOn! ? -1 : a.dueOn! > b.dueOn! ? 1 : a.id < b.id ? -1 : 1
