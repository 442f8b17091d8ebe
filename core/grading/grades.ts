import { jointId } from '../kind'
import { studentRecord } from '../records'
import type { Plan } from '../plan/plan'
import { childrenOf, type Period } from '../calendar/periods'
import { ofDecimal, type Ratio } from '../number/ratio'
import { round } from '../number/round'
import type { ClassSnapshot, Student } from '../section'
import { columnsOf, readCell, readingOf, type Columns, type Reading } from './columns'
import { compose, type Composed } from './compose'
import { contextOf, type GradingContext } from './context'
import { capped, gradeOf, overriddenGrade, overridePercent, reportedGrade, type Grade, type Shown } from './grade'
import { sumPeriod, type PeriodSums } from './sums'
import { windowOf, type Window } from './windows'
import { composedWork, type GradeWork } from './work/grade'
import { periodWork } from './work/period'

/** One student's grade in one period, and what it is made of. */
export interface StudentGrade {
  /** By category id; null where the category has no result. Empty for a grade that is composed of periods. */
  categories: Map<string, Shown | null>
  computed: Grade | null
  override: Grade | null
  /** The override if there is one, else the computed grade. */
  effective: Grade | null
  /** What goes on cards and to the district: the effective grade with its course-level points. */
  reported: Grade | null
}

/** A period in the order of computing: shorter ones before the longer ones that are composed of them. */
type Part = { period: Period; window: Window } | { period: Period; composed: Composed }

/** What one student's grade of a period is before cap, rounding and label. */
interface Result {
  total: Ratio | null
  /** Under the plan's cap. */
  computed: Ratio | null
  sums: PeriodSums | null
}

/**
 * Every grade of a class, of every student in every period, short and long: computed exactly, once, and read by whatever
 * shows a number or how it came about. A changed cell computes anew one student's period and the longer ones above it.
 *
 * @example new Grades(snapshot).of('ann', 'q2').effective?.percent // '88.7'
 */
export class Grades {
  columns: Columns
  private readonly context: GradingContext
  private readonly plan: Readonly<Plan>
  private readonly reading: Reading
  private parts: Part[] = []
  /** By row, then period. */
  private results: Map<string, Result>[] = []
  private readonly dropsOf = new Map<string, ReadonlySet<string>>()

  constructor(readonly snapshot: ClassSnapshot) {
    this.context = contextOf(snapshot)
    this.plan = this.context.plan
    this.reading = readingOf(this.context)
    this.columns = columnsOf(this.context)
    this.computeAll()
  }

  /** One student's grade in one period, as displayed. */
  of(studentId: string, periodId: string): StudentGrade {
    const student = this.student(studentId)
    const { computed: percent } = this.result(studentId, periodId)
    const computed = percent && gradeOf(this.plan, percent)
    const override = overriddenGrade(this.plan, this.typed(student, periodId))
    const effective = override ?? computed
    return {
      categories: this.categories(studentId, periodId),
      computed,
      override,
      effective,
      reported: effective && reportedGrade(this.plan, periodId, effective),
    }
  }

  /** How one student's grade in one period comes about. */
  work(studentId: string, periodId: string): GradeWork {
    const student = this.student(studentId)
    const { period, ...part } = this.part(periodId)
    const { total, computed, sums } = this.result(studentId, periodId)
    const grade = this.of(studentId, periodId)
    const row = this.columns.rowOf.get(studentId)!
    const how =
      'window' in part
        ? periodWork(this.context, this.columns, part.window, row, sums!)
        : composedWork(
            this.plan,
            part.composed,
            total,
            part.composed.children.map((child) => this.work(studentId, child.periodId)),
          )
    return { student, period, how, capped: total === computed ? null : total, ...grade }
  }

  /** Assignments of the period whose score is dropped from one student's grade. */
  dropped(studentId: string, periodId: string): ReadonlySet<string> {
    const part = this.part(periodId)
    if (!('window' in part) || part.window.exam >= 0 || !part.window.segments.some((each) => each.dropCount > 0))
      return nothing
    // Every cell of a row asks for it, so it is kept until the row is computed anew.
    const key = jointId(studentId, periodId)
    let found = this.dropsOf.get(key)
    if (!found) {
      const { sums } = this.result(studentId, periodId)
      const columns = sums!.categories.flatMap((each) => each.dropped)
      this.dropsOf.set(key, (found = new Set(columns.map((column) => this.columns.assignments[column]!.id))))
    }
    return found
  }

  /** Reads a changed cell, and computes anew what it can have changed. */
  rescore(studentId: string, assignmentId: string): void {
    const row = this.columns.rowOf.get(studentId)
    const column = this.columns.columnOf.get(assignmentId)
    if (row === undefined || column === undefined) return
    if (readCell(this.columns, this.reading, row, column)) return this.computeRow(row, column)
    this.columns = columnsOf(this.context)
    this.computeAll()
  }

  /** Computes anew what a changed override of one student has changed. */
  reoverride(studentId: string): void {
    const row = this.columns.rowOf.get(studentId)
    if (row === undefined) return
    this.computeRow(row, NO_COLUMN)
  }

  private computeAll(): void {
    this.parts = this.partsOf()
    this.results = this.snapshot.students.map(() => new Map())
    for (let row = 0; row < this.results.length; row++) this.computeRow(row)
  }

  private partsOf(): Part[] {
    const { periods } = this.snapshot
    const parts: Part[] = []
    const put = (period: Period): void => {
      const children = childrenOf(periods, period.id)
      children.forEach(put)
      const composition = this.context.composition(period)
      if (composition?.rule !== 'compose') parts.push({ period, window: windowOf(this.context, this.columns, period) })
      else {
        const weighted = children.map((child) => ({
          periodId: child.id,
          weight: ofDecimal(composition.weights[child.id]!),
        }))
        const isNone = this.context.rules(period).method === 'none'
        parts.push({ period, composed: { children: weighted, enters: composition.enters, isNone } })
      }
    }
    periods.filter((period) => !periods.some((other) => other.id === period.parentId)).forEach(put)
    return parts
  }

  /** @param column the one whose score has changed; left out, all of them */
  private computeRow(row: number, column?: number): void {
    const student = this.columns.students[row]!
    const results = this.results[row]!
    for (const part of this.parts) {
      if ('window' in part) {
        if (column !== undefined && !part.window.segments.some(({ at }) => at.includes(column))) continue
        const sums = sumPeriod(this.columns, part.window, row)
        if (this.dropsOf.size) this.dropsOf.delete(jointId(student.id, part.period.id))
        results.set(part.period.id, { total: sums.total, computed: capped(this.plan, sums.total), sums })
      } else {
        const total = compose(part.composed, (periodId) => this.entering(student, results, periodId, part.composed))
        results.set(part.period.id, { total, computed: capped(this.plan, total), sums: null })
      }
    }
  }

  /** What a child's grade enters its parent as; null for none. */
  private entering(student: Student, results: Map<string, Result>, periodId: string, { enters }: Composed) {
    const value = overridePercent(this.plan, this.typed(student, periodId)) ?? results.get(periodId)!.computed
    return value && enters === 'displayed' ? ofDecimal(round(value, this.plan)) : value
  }

  private categories(studentId: string, periodId: string): StudentGrade['categories'] {
    const part = this.part(periodId)
    const shown: StudentGrade['categories'] = new Map()
    if (!('window' in part)) return shown
    const { sums } = this.result(studentId, periodId)
    part.window.segments.forEach(({ categoryId }, at) => {
      const value = sums!.categories[at]!.result
      if (categoryId !== null) shown.set(categoryId, value && { value, percent: round(value, this.plan) })
    })
    return shown
  }

  private readonly student = (id: string) => this.columns.students[this.columns.rowOf.get(id)!]!
  private readonly part = (periodId: string) => this.parts.find(({ period }) => period.id === periodId)!
  private readonly result = (studentId: string, periodId: string) =>
    this.results[this.columns.rowOf.get(studentId)!]!.get(periodId)!

  private typed(student: Student, periodId: string) {
    return studentRecord(this.snapshot.records, 'override', student.id, periodId)
  }
}

/** No column: only an override has changed. */
const NO_COLUMN = -1
const nothing: ReadonlySet<string> = new Set()
