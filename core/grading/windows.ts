import type { Method } from '../acts/records'
import type { Period } from '../calendar/periods'
import type { Columns } from './columns'
import type { GradingContext } from './context'
import { basisUnder, examItem, uncategorised } from './rules'

/** The work of one category in one period, ready to be added up. */
export interface Segment {
  categoryId: string | null
  /** Columns of its assignments, in order of due date. */
  at: Int32Array
  weight: number
  equal: boolean
  dropCount: number
  best: boolean
  keepOne: boolean
  extra: boolean
  /** Whether it has a part in the grade. */
  counts: boolean
}

/** A period whose grade is made of assignments: its rules and work. The result of segment i stands at `slot + 1 + i`. */
export interface Window {
  period: Period
  method: Method
  slot: number
  segments: Segment[]
  /** The column that an exam window's grade is, or -1. */
  exam: number
  cap: number
}

/** A period as a window on the columns. */
export function windowOf(context: GradingContext, columns: Columns, period: Period, slot: number): Window {
  const { plan } = context
  const { method, categories } = context.rules(period)
  const assignments = method === 'none' ? [] : context.assignmentsIn(period)
  const known = new Set(categories.map(({ category }) => category.id))
  const columnsWhere = (wanted: (categoryId: string | null) => boolean) =>
    Int32Array.from(
      assignments.filter((each) => wanted(each.categoryId)),
      (each) => columns.columnOf.get(each.id)!,
    )
  const segments = categories.map(({ category, weight }): Segment => ({
    categoryId: category.id,
    at: columnsWhere((id) => id === category.id),
    weight: Number(weight),
    equal: basisUnder(method, category) === 'equal',
    dropCount: category.dropCount,
    best: category.dropRule === 'best for the student',
    keepOne: category.keepOne,
    extra: category.extraCredit,
    counts: category.counts,
  }))
  const loose = columnsWhere((id) => id === null || !known.has(id))
  if (loose.length)
    segments.push({
      categoryId: null,
      at: loose,
      weight: 0,
      equal: basisUnder(method, uncategorised) === 'equal',
      dropCount: 0,
      best: false,
      keepOne: false,
      extra: false,
      counts: true,
    })
  const exam = method === 'none' ? null : examItem(period, assignments)
  return {
    period,
    method,
    slot,
    segments,
    exam: exam ? columns.columnOf.get(exam.id)! : -1,
    cap: plan.cap === null ? Infinity : Number(plan.cap),
  }
}
