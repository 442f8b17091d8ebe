import { jointId, record, type Assignment, type Category } from '#core/acts/records'
import { periodOf } from '#core/calendar/periods'
import type { Listed } from '#core/grading/rules'
import { enrolledOn, type ClassSnapshot, type Student } from '#core/section'

export const orders = ['due', 'newest', 'category', 'hand'] as const
export const shows = ['all', 'missing', 'unscored', 'low'] as const

/** What of a gradebook is shown, and in which order: as the address holds it. */
export interface SheetView {
  /** A longer period whose assignments are all shown; null for the period looked at alone. */
  span: string | null
  category: string | null
  standard: string | null
  show: (typeof shows)[number]
  order: (typeof orders)[number]
  /** `name`, `grade` (highest first), `slipping` (lowest first), or an assignment whose scores sort the students. */
  sort: string
  /** Whether columns that were put away are shown. */
  away: boolean
}

type Query = Record<string, unknown>
const one = <T extends string>(all: readonly T[], wanted: unknown): T => all.find((each) => each === wanted) ?? all[0]!
const text = (wanted: unknown) => (typeof wanted === 'string' && wanted !== '' ? wanted : null)

/** Reads a view from the query of an address; what it does not know is as in the beginning. */
export const viewOf = (query: Query): SheetView => ({
  span: text(query.span),
  category: text(query.category),
  standard: text(query.standard),
  show: one(shows, query.show),
  order: one(orders, query.order),
  sort: text(query.sort) ?? 'name',
  away: query.away === '1',
})

/** The part of the query that says a view; what is as in the beginning is left out. */
export function queryOf(view: SheetView): Record<string, string | undefined> {
  const said = (value: string | null, beginning: string | null) =>
    value === beginning ? undefined : (value ?? undefined)
  return {
    span: said(view.span, null),
    category: said(view.category, null),
    standard: said(view.standard, null),
    show: said(view.show, 'all'),
    order: said(view.order, 'due'),
    sort: said(view.sort, 'name'),
    away: view.away ? '1' : undefined,
  }
}

/** Whether a score is still to give: the student was there, and the cell has neither score nor mark. */
export function isUnscored(snapshot: ClassSnapshot, student: Student, assignment: Listed<Assignment>): boolean {
  const { value, marks } = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
  return value === null && marks.length === 0 && assignment.dueOn !== null && enrolledOn(student, assignment.dueOn)
}
const isMissing = (snapshot: ClassSnapshot, student: Student, assignment: Listed<Assignment>) =>
  record(snapshot.records, 'cell', jointId(student.id, assignment.id)).marks.includes('missing')

/** The columns of a view, in its order. `today` parts what is due from what is still to come. */
export function columnsIn(
  snapshot: ClassSnapshot,
  assignments: readonly Listed<Assignment>[],
  categories: readonly Listed<Category>[],
  students: readonly Student[],
  view: SheetView,
  today: string,
): Listed<Assignment>[] {
  const wanted = {
    all: () => true,
    low: () => true,
    missing: (each: Listed<Assignment>) => students.some((student) => isMissing(snapshot, student, each)),
    unscored: (each: Listed<Assignment>) =>
      (each.dueOn ?? '9999') <= today && students.some((student) => isUnscored(snapshot, student, each)),
  }[view.show]
  const kept = assignments.filter(
    (each) =>
      (view.away || !each.hidden) &&
      (view.category === null || each.categoryId === view.category) &&
      (view.standard === null || each.standardIds.includes(view.standard)) &&
      wanted(each),
  )
  const placeOf = (id: string | null) => {
    const at = categories.findIndex((each) => each.id === id)
    return at < 0 ? categories.length : at
  }
  const periodAt = (each: Listed<Assignment>) => periodOf(snapshot.periods, each.dueOn)?.firstDay ?? '9999'
  switch (view.order) {
    case 'newest':
      return kept.toReversed()
    case 'category':
      return kept.toSorted((a, b) => placeOf(a.categoryId) - placeOf(b.categoryId))
    case 'hand':
      return kept.toSorted((a, b) => periodAt(a).localeCompare(periodAt(b)) || a.place - b.place)
    default:
      return kept
  }
}

/** The rows of a view, in its order. */
export function rowsIn(
  snapshot: ClassSnapshot,
  students: readonly Student[],
  columns: readonly Listed<Assignment>[],
  view: SheetView,
  of: {
    /** The number that a student's grade, or score of an assignment, is sorted by; null where there is none. */
    grade: (studentId: string) => number | null
    score: (studentId: string, assignmentId: string) => number | null
    isLow: (studentId: string) => boolean
    today: string
  },
): Student[] {
  const due = columns.filter((each) => (each.dueOn ?? '9999') <= of.today)
  const wanted = {
    all: () => true,
    low: (student: Student) => of.isLow(student.id),
    missing: (student: Student) => columns.some((each) => isMissing(snapshot, student, each)),
    unscored: (student: Student) => due.some((each) => isUnscored(snapshot, student, each)),
  }[view.show]
  const kept = students.filter(wanted)
  if (view.sort === 'name') return kept
  const number = (student: Student) =>
    view.sort === 'grade' || view.sort === 'slipping' ? of.grade(student.id) : of.score(student.id, view.sort)
  const way = view.sort === 'slipping' ? 1 : -1
  // Who has no number comes last, either way.
  const sized = kept.map((student) => ({ student, size: number(student) }))
  return sized
    .toSorted((a, b) =>
      a.size === null || b.size === null ? Number(a.size === null) - Number(b.size === null) : way * (a.size - b.size),
    )
    .map(({ student }) => student)
}
