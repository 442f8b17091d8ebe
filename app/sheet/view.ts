import { isMissing } from '#core/scores/missing'
import { waitsFor } from '#core/scores/to-score'
import { studentRecord } from '#core/records'
import type { Assignment } from '#core/plan/assignment'
import type { Category } from '#core/plan/category'
import { periodOf, type Period } from '#core/calendar/periods'
import type { Listed } from '#core/plan/rules'
import type { ClassSnapshot, Student } from '#core/section'

export const orders = ['due', 'newest', 'category', 'hand'] as const
export const shows = ['all', 'missing', 'unscored', 'low'] as const

/** What of a gradebook is shown, and in which order: as the address holds it. */
export interface SheetView {
  /** A longer period whose assignments are all shown; null for the period looked at alone. */
  span: string | null
  category: string | null
  standard: string | null
  show: (typeof shows)[number]
  /** The one assignment that `show` looks at; null for all that are shown. */
  at: string | null
  order: (typeof orders)[number]
  /** `name`, `grade` (highest first), `slipping` (lowest first), or an assignment whose scores sort the students. */
  sort: string
  /** Whether columns that were put away are shown. */
  away: boolean
}

type Query = Record<string, unknown>
const one = <T extends string>(all: readonly T[], desired: unknown): T =>
  all.find((each) => each === desired) ?? all[0]!
const text = (desired: unknown) => (typeof desired === 'string' && desired !== '' ? desired : null)

/** Reads a view from the query of an address; what it does not know is as in the beginning. */
export const viewOf = (query: Query): SheetView => ({
  span: text(query.span),
  category: text(query.category),
  standard: text(query.standard),
  show: one(shows, query.show),
  at: text(query.at),
  order: one(orders, query.order),
  sort: text(query.sort) ?? 'name',
  away: query.away === '1',
})

/** The part of the query that says a view; what is as in the beginning is left out. */
export function queryOf(view: SheetView): Record<string, string | undefined> {
  const parameter = (value: string | null, beginning: string | null) =>
    value === beginning ? undefined : (value ?? undefined)
  return {
    span: parameter(view.span, null),
    category: parameter(view.category, null),
    standard: parameter(view.standard, null),
    show: parameter(view.show, 'all'),
    at: parameter(view.at, null),
    order: parameter(view.order, 'due'),
    sort: parameter(view.sort, 'name'),
    away: view.away ? '1' : undefined,
  }
}

/** Whether a score is still to give now. */
export function isUnscored(
  snapshot: ClassSnapshot,
  student: Student,
  assignment: Listed<Assignment>,
  today: string,
): boolean {
  const cell = studentRecord(snapshot.records, 'cell', student.id, assignment.id)
  return waitsFor(cell, assignment, student.spans, today) === 'now'
}
const misses = (snapshot: ClassSnapshot, student: Student, assignment: Listed<Assignment>) =>
  isMissing(studentRecord(snapshot.records, 'cell', student.id, assignment.id))

/** Whether a view shows an assignment. `today` parts what is due from what is still to come. */
export function isShown(
  snapshot: ClassSnapshot,
  assignment: Listed<Assignment>,
  students: readonly Student[],
  view: SheetView,
  today: string,
): boolean {
  if (assignment.hidden && !view.away) return false
  if (view.category !== null && assignment.categoryId !== view.category) return false
  if (view.standard !== null && !assignment.standardIds.includes(view.standard)) return false
  // Students filtered by one assignment are seen with all their work.
  if (view.at !== null) return true
  if (view.show === 'missing') return students.some((student) => misses(snapshot, student, assignment))
  if (view.show === 'unscored') return students.some((one) => isUnscored(snapshot, one, assignment, today))
  return true
}

/** The columns of a view in its order; they come by due date. */
export function inOrder<T>(
  columns: readonly T[],
  assignment: (column: T) => Listed<Assignment>,
  known: { categories: readonly Listed<Category>[]; periods: readonly Period[] },
  order: SheetView['order'],
): T[] {
  const category = (id: string | null) => {
    const at = known.categories.findIndex((each) => each.id === id)
    return at < 0 ? known.categories.length : at
  }
  const period = (each: Listed<Assignment>) => periodOf(known.periods, each.dueOn)?.firstDay ?? '9999'
  const by = (compare: (a: Listed<Assignment>, b: Listed<Assignment>) => number) =>
    columns.toSorted((a, b) => compare(assignment(a), assignment(b)))
  switch (order) {
    case 'newest':
      return columns.toReversed()
    case 'category':
      return by((a, b) => category(a.categoryId) - category(b.categoryId))
    case 'hand':
      return by((a, b) => period(a).localeCompare(period(b)) || a.place - b.place)
    default:
      return [...columns]
  }
}

/** The students of a class that a filter shows, judged by the given columns: those in view, or the one it looks at. */
export function studentsShown(
  snapshot: ClassSnapshot,
  students: readonly Student[],
  columns: readonly Listed<Assignment>[],
  show: SheetView['show'],
  of: { isLow: (studentId: string) => boolean; today: string },
): Student[] {
  const desired = {
    all: () => true,
    low: (student: Student) => of.isLow(student.id),
    missing: (student: Student) => columns.some((each) => misses(snapshot, student, each)),
    unscored: (student: Student) => columns.some((each) => isUnscored(snapshot, student, each, of.today)),
  }[show]
  return students.filter(desired)
}

/** By a number, the greatest first or the smallest; who has none comes last, either way. */
export function bySize<T>(rows: readonly T[], size: (row: T) => number | null, first: 'greatest' | 'smallest'): T[] {
  const way = first === 'smallest' ? 1 : -1
  const sized = rows.map((row) => ({ row, size: size(row) }))
  return sized
    .toSorted((a, b) =>
      a.size === null || b.size === null ? Number(a.size === null) - Number(b.size === null) : way * (a.size - b.size),
    )
    .map(({ row }) => row)
}
