import type Fraction from 'fraction.js'
import { jointId, record, type Assignment, type Category, type Plan } from '../acts/records'
import { periodOf, type Period } from '../calendar/periods'
import { doubles, fractions } from '../number/field'
import { settle, type Places } from '../number/round'
import { contribution, earned } from '../scores/contribution'
import { enrolledOn, type ClassSnapshot, type Student } from '../section'
import { gradeOf, overriddenGrade, type Grade } from './grade'
import { periodPercent, type Item } from './period'

export type Listed<R> = R & { id: string }

/** One student's grade in one period, and what it is made of. */
export interface StudentGrade {
  /** Category results as displayed, null where the category has none. */
  categories: Map<string, (Pick<Grade, 'approx' | 'exactly'> & { percent: string }) | null>
  computed: Grade | null
  override: Grade | null
  /** The override if there is one, else the computed grade. */
  effective: Grade | null
}

/** The class's plan, or the stated default when it has none. */
export const planOf = (snapshot: ClassSnapshot): Readonly<Plan> => record(snapshot.records, 'plan', snapshot.section.id)

/** The categories that are there, in their order. */
export function categoriesOf(snapshot: ClassSnapshot): Listed<Category>[] {
  return listed(snapshot.records.category).sort((a, b) => a.place - b.place || a.id.localeCompare(b.id))
}

/** The assignments that are there, by due date; those without one come last. */
export function assignmentsOf(snapshot: ClassSnapshot): Listed<Assignment>[] {
  return listed(snapshot.records.assignment).sort(
    (a, b) => (a.dueOn ?? '9999').localeCompare(b.dueOn ?? '9999') || a.place - b.place || a.id.localeCompare(b.id),
  )
}

/** The assignments whose due date falls in the period. */
export function assignmentsIn(snapshot: ClassSnapshot, period: Period): Listed<Assignment>[] {
  return assignmentsOf(snapshot).filter((each) => periodOf(snapshot.periods, each.dueOn)?.id === period.id)
}

/**
 * What one student's scores make of a period, under the plan and beside the teacher's override.
 *
 * @param assignments those of the period, as `assignmentsIn` gives them; passed in because all students share them
 */
export function gradeStudent(
  snapshot: ClassSnapshot,
  student: Student,
  period: Period,
  assignments: readonly Listed<Assignment>[],
): StudentGrade {
  const plan = planOf(snapshot)
  const categories = categoriesOf(snapshot)
  const items = itemsOf(snapshot, student, assignments)
  const approx = periodPercent(doubles, plan, categories, items)
  let settled: ReturnType<typeof periodPercent<Fraction>> | undefined
  const exactly = () => (settled ??= periodPercent(fractions, plan, categories, items))

  const shown: StudentGrade['categories'] = new Map()
  for (const [id, percent] of approx.categories) {
    const exact = () => exactly().categories.get(id)!
    shown.set(
      id,
      percent === null ? null : { percent: settle(percent, plan.places, exact), approx: percent, exactly: exact },
    )
  }
  const computed = approx.total === null ? null : gradeOf(plan, approx.total, () => exactly().total!)
  const override = overriddenGrade(plan, record(snapshot.records, 'override', jointId(student.id, period.id)))
  return { categories: shown, computed, override, effective: override ?? computed }
}

/**
 * The mean of exact values, rounded once.
 *
 * @returns null when there is nothing to take a mean of
 * @example mean([{ approx: 98.9, exactly }, { approx: 78, exactly }], 1)
 */
export function mean(values: readonly Pick<Grade, 'approx' | 'exactly'>[], places: Places): string | null {
  if (values.length === 0) return null
  const approx = values.reduce((sum, each) => sum + each.approx, 0) / values.length
  const exactly = () => values.reduce((sum, each) => sum.add(each.exactly()), fractions.zero).div(values.length)
  return settle(approx, places, exactly)
}

/**
 * The class mean: of the effective grades of those enrolled today who have one.
 *
 * @param of what to take the mean of in place of the effective grade, as a category's result
 */
export function classMean(
  snapshot: ClassSnapshot,
  grades: ReadonlyMap<string, StudentGrade>,
  today: string,
  of: (grade: StudentGrade) => Pick<Grade, 'approx' | 'exactly'> | null | undefined = (grade) => grade.effective,
): string | null {
  const there = snapshot.students.filter((student) => enrolledOn(student, today))
  const values = there.flatMap((student) => {
    const grade = grades.get(student.id)
    return (grade && of(grade)) ?? []
  })
  return mean(values, planOf(snapshot).places)
}

/** The mean of the points of one assignment, over the scores that stand. */
export function assignmentMean(snapshot: ClassSnapshot, assignment: Listed<Assignment>): string | null {
  const plan = planOf(snapshot)
  const points = snapshot.students.flatMap((student) => {
    const { value, marks } = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
    if (value === null || marks.includes('excused')) return []
    const approx = earned(doubles, value, assignment, plan)
    return approx === null ? [] : [{ approx, exactly: () => earned(fractions, value, assignment, plan)! }]
  })
  return mean(points, 1)
}

/** Which of the students are in the class at some time of the period. */
export function studentsIn(snapshot: ClassSnapshot, period: Period): Student[] {
  return snapshot.students.filter((student) =>
    student.spans.some(
      (span) => span.firstDay <= period.lastDay && (span.lastDay === null || span.lastDay >= period.firstDay),
    ),
  )
}

/** How many scores of the period a teacher still has to give: due by that day, nothing in the cell, student enrolled. */
export function toScore(snapshot: ClassSnapshot, period: Period, today: string): number {
  const due = assignmentsIn(snapshot, period).filter((each) => each.dueOn! <= today)
  let count = 0
  for (const student of snapshot.students)
    for (const assignment of due) {
      const cell = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
      if (cell.value === null && cell.marks.length === 0 && enrolledOn(student, assignment.dueOn!)) count++
    }
  return count
}

function itemsOf(snapshot: ClassSnapshot, student: Student, assignments: readonly Listed<Assignment>[]): Item[] {
  const plan = planOf(snapshot)
  const items: Item[] = []
  for (const assignment of assignments) {
    if (!assignment.counts) continue
    const cell = record(snapshot.records, 'cell', jointId(student.id, assignment.id))
    const value = contribution(cell, assignment, plan, student.spans)
    if (value !== null) items.push({ assignment, value })
  }
  return items
}

function listed<R extends { removed: boolean }>(records: Record<string, R>): Listed<R>[] {
  return Object.entries(records).flatMap(([id, each]) => (each.removed ? [] : [{ ...each, id }]))
}
