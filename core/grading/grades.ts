import { jointId, record, type Plan } from '../acts/records'
import { childrenOf, type Period } from '../calendar/periods'
import { toDouble } from '../number/ratio'
import { settle } from '../number/round'
import type { ClassSnapshot, Student } from '../section'
import { columnsOf, readCell, readingOf, type Columns, type Reading } from './columns'
import { gradeOf, overriddenGrade, overridePercent, type Grade, type Known } from './grade'
import { contextOf, type GradingContext } from './context'
import { sumWindow } from './sums'
import { windowOf, type Window } from './windows'
import { addsPoints, gradeWork, type GradeWork } from './work/grade'

/** A category's result as displayed, with its unrounded value. */
export type CategoryGrade = Known & { percent: string }

/** One student's grade in one period, and what it is made of. */
export interface StudentGrade {
  /** By category id; null where the category has no result. Empty for a grade that is composed of periods. */
  categories: Map<string, CategoryGrade | null>
  computed: Grade | null
  override: Grade | null
  /** The override if there is one, else the computed grade. */
  effective: Grade | null
  /** What goes on cards and to the district: the effective grade with its course-level points. */
  reported: Grade | null
}

/** A longer period whose grade is composed of its children's. */
interface Composed {
  slot: number
  children: { slot: number; periodId: string; weight: number }[]
  displayed: boolean
  cap: number
}

/**
 * Every grade of a class, of every student in every period, short and long. Computed in doubles from columns; whatever
 * is displayed is settled exactly where a double is too near a turning point. A changed cell computes anew one student's
 * category, period and the longer periods above it.
 *
 * @example new Grades(snapshot).of('ann', 'q2').effective?.percent // '88.7'
 */
export class Grades {
  readonly columns: Columns
  private readonly context: GradingContext
  private readonly plan: Readonly<Plan>
  private readonly reading: Reading
  private readonly windows: Window[] = []
  private readonly composed: Composed[] = []
  private readonly slots = new Map<string, number>()
  private readonly windowsOf = new Map<string, Window>()
  private readonly width: number
  private readonly values: Float64Array
  private readonly works = new Map<string, Map<string, GradeWork>>()

  constructor(readonly snapshot: ClassSnapshot) {
    this.context = contextOf(snapshot)
    this.plan = this.context.plan
    this.reading = readingOf(this.context)
    this.columns = columnsOf(this.context)
    let width = 0
    const roots = snapshot.periods.filter((each) => !snapshot.periods.some((other) => other.id === each.parentId))
    const lay = (period: Period): void => {
      const children = childrenOf(snapshot.periods, period.id)
      children.forEach(lay)
      const slot = width
      this.slots.set(period.id, slot)
      const composition = this.context.composition(period)
      if (composition?.rule !== 'compose') {
        const window = windowOf(this.context, this.columns, period, slot)
        this.windows.push(window)
        this.windowsOf.set(period.id, window)
        width += 1 + window.segments.length
        return
      }
      width += 1
      this.composed.push({
        slot,
        children: children.map((child) => ({
          slot: this.slots.get(child.id)!,
          periodId: child.id,
          weight: Number(composition.weights[child.id]),
        })),
        displayed: composition.enters === 'displayed',
        cap: this.plan.cap === null ? Infinity : Number(this.plan.cap),
      })
    }
    roots.forEach(lay)
    this.width = width
    this.values = new Float64Array(snapshot.students.length * width)
    for (let row = 0; row < snapshot.students.length; row++) this.computeRow(row)
  }

  /** One student's grade in one period, as displayed. */
  of(studentId: string, periodId: string): StudentGrade {
    const row = this.columns.rowOf.get(studentId)!
    const student = this.columns.students[row]!
    const period = this.period(periodId)
    const work = () => this.work(studentId, periodId)
    const value = this.values[row * this.width + this.slots.get(periodId)!]!
    const computed = Number.isNaN(value) ? null : gradeOf(this.plan, value, () => work().computed!.exactly())
    const override = overriddenGrade(this.plan, this.typed(student, periodId))
    const effective = override ?? computed
    return {
      categories: this.categories(row, periodId, work),
      computed,
      override,
      effective,
      reported: effective && addsPoints(this.plan, period) ? work().reported : effective,
    }
  }

  /** How one student's grade in one period comes about, exactly. */
  work(studentId: string, periodId: string): GradeWork {
    const own = this.works.get(studentId) ?? new Map<string, GradeWork>()
    this.works.set(studentId, own)
    let work = own.get(periodId)
    if (!work) {
      const student = this.columns.students[this.columns.rowOf.get(studentId)!]!
      own.set(periodId, (work = gradeWork(this.context, student, this.period(periodId))))
    }
    return work
  }

  /** Assignments of the period whose score is dropped from one student's grade. */
  dropped(studentId: string, periodId: string): ReadonlySet<string> {
    const window = this.windowsOf.get(periodId)
    if (!window?.segments.some((segment) => segment.dropCount > 0)) return nothing
    const work = this.work(studentId, periodId)
    let found = droppedIn.get(work)
    if (!found) droppedIn.set(work, (found = droppedOf(work)))
    return found
  }

  /** Reads a changed cell, and computes anew what it can have changed. */
  rescore(studentId: string, assignmentId: string): void {
    const row = this.columns.rowOf.get(studentId)
    const column = this.columns.columnOf.get(assignmentId)
    if (row === undefined || column === undefined) return
    this.works.delete(studentId)
    readCell(this.columns, this.reading, row, column)
    if (!this.columns.precise) return this.computeRow(row)
    for (const window of this.windows) {
      const segment = window.segments.findIndex((each) => each.at.includes(column))
      if (segment >= 0) sumWindow(window, this.columns, row, this.values, row * this.width, segment)
    }
    this.compose(row)
  }

  /** Computes anew what a changed override of one student has changed. */
  reoverride(studentId: string): void {
    const row = this.columns.rowOf.get(studentId)
    if (row === undefined) return
    this.works.delete(studentId)
    this.compose(row)
  }

  private computeRow(row: number): void {
    const base = row * this.width
    if (!this.columns.precise) return this.computeExactly(row)
    for (const window of this.windows) sumWindow(window, this.columns, row, this.values, base)
    this.compose(row)
  }

  /** For figures so large that doubles do not tell shares apart. */
  private computeExactly(row: number): void {
    const base = row * this.width
    const { id } = this.columns.students[row]!
    for (const [periodId, slot] of this.slots) {
      const { how, computed } = this.work(id, periodId)
      this.values[base + slot] = computed?.approx ?? NaN
      if (how.made === 'of assignments')
        how.categories.forEach((each, at) => (this.values[base + slot + 1 + at] = each.result?.valueOf() ?? NaN))
    }
  }

  /** The longer periods of a student, from the ones below them. */
  private compose(row: number): void {
    const base = row * this.width
    const student = this.columns.students[row]!
    for (const { slot, children, displayed, cap } of this.composed) {
      let above = 0
      let below = 0
      for (const child of children) {
        const value = this.entering(student, child.periodId, this.values[base + child.slot]!, displayed)
        if (value !== value) continue
        above += child.weight * value
        below += child.weight
      }
      const total = below > 0 ? above / below : NaN
      this.values[base + slot] = total > cap ? cap : total
    }
  }

  /** What a child's grade enters its parent as; `NaN` for none. */
  private entering(student: Student, periodId: string, computed: number, displayed: boolean): number {
    const own = overridePercent(this.plan, this.typed(student, periodId))
    const value = own ? toDouble(own) : computed
    if (!displayed || value !== value) return value
    return Number(settle(value, this.plan, () => this.work(student.id, periodId).effective!.exactly()))
  }

  private categories(row: number, periodId: string, work: () => GradeWork): StudentGrade['categories'] {
    const window = this.windowsOf.get(periodId)
    const shown: StudentGrade['categories'] = new Map()
    window?.segments.forEach(({ categoryId }, at) => {
      if (categoryId === null) return
      const approx = this.values[row * this.width + window.slot + 1 + at]!
      const exactly = () => {
        const { how } = work()
        return how.made === 'of assignments' ? how.categories[at]!.result! : how.total!
      }
      shown.set(
        categoryId,
        Number.isNaN(approx) ? null : { approx, exactly, percent: settle(approx, this.plan, exactly) },
      )
    })
    return shown
  }

  private period(periodId: string): Period {
    return this.snapshot.periods.find((each) => each.id === periodId)!
  }

  private typed(student: Student, periodId: string) {
    return record(this.snapshot.records, 'override', jointId(student.id, periodId))
  }
}

const nothing: ReadonlySet<string> = new Set()
/** Every cell of a row asks for it, so it is kept for as long as the work is. */
const droppedIn = new WeakMap<GradeWork, ReadonlySet<string>>()

function droppedOf({ how }: GradeWork): ReadonlySet<string> {
  if (how.made === 'of periods' || how.exam) return nothing
  const items = how.categories.flatMap((category) => category.items)
  return new Set(items.flatMap((item) => (item.state === 'dropped' ? item.assignment.id : [])))
}
