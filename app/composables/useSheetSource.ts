import type { Student } from '#core/section'
import { assignmentsIn } from '#core/plan/rules'
import { spreadOf, type Spread } from '#core/grading/spread'
import type { CellId } from '~/sheet/score-actions'
import type { SheetRow } from '~/sheet/types'
import type { SheetView } from '~/sheet/view'
import { columnsOf } from '~/sheet/columns'
import { rowOf } from '~/sheet/rows'
import type { ClassStore } from '~/stores/class'

/** A student in one of the classes of a sheet. */
export interface SourceRow extends SheetRow {
  classStore: ClassStore
  student: Student
}

/**
 * The classes that one sheet shows: one, or all of a course together. A row is a student in a class, a column an
 * assignment and its copies; what is done with a cell is done in its own class.
 */
export function useSheetSource(classes: readonly ClassStore[], view: Ref<SheetView>) {
  const several = classes.length > 1
  const sectionOf = (classStore: ClassStore) => classStore.snapshot!.section
  const byId = computed(() => new Map(classes.map((each) => [sectionOf(each).id, each])))

  /** What tells the class from the others of its course: `7A` of `Earth Systems 7A`. */
  const shortOf = (classStore: ClassStore) => sectionOf(classStore).title.split(' ').at(-1)!

  const rowIdOf = (classStore: ClassStore, studentId: string) =>
    several ? `${sectionOf(classStore).id} ${studentId}` : studentId

  /** The class and the student of a row. */
  function studentOf(rowId: string): { classStore: ClassStore; studentId: string } {
    if (!several) return { classStore: classes[0]!, studentId: rowId }
    const [sectionId, studentId] = rowId.split(' ') as [string, string]
    return { classStore: byId.value.get(sectionId) ?? classes[0]!, studentId }
  }

  const sourceRow = (classStore: ClassStore, student: Student): SourceRow => ({
    ...rowOf(student, classStore.countingDay, sectionOf(classStore).id, several ? shortOf(classStore) : undefined),
    id: rowIdOf(classStore, student.id),
    classStore,
    student,
  })

  /** The work of the period looked at, or of all of a longer one. */
  function workOf(classStore: ClassStore) {
    const it = classStore.structure!
    const span = it.periods.find((each) => each.id === view.value.span)
    return span ? assignmentsIn(it, span) : classStore.assignments
  }
  const columns = computed(() =>
    columnsOf(classes.map((each) => ({ id: sectionOf(each).id, assignments: workOf(each) }))),
  )
  const columnById = computed(() => new Map(columns.value.map((each) => [each.id, each])))

  /** The assignments that a column is of, each in its class. */
  function copiesOf(columnId: string): { classStore: ClassStore; assignmentId: string }[] {
    const copies = columnById.value.get(columnId)?.in ?? []
    return [...copies].map(([sectionId, assignmentId]) => ({ classStore: byId.value.get(sectionId)!, assignmentId }))
  }

  /** The class, the student and the assignment of a cell; none where that class does not have the assignment. */
  function placeOf(rowId: string, columnId: string): { classStore: ClassStore; id: CellId } | null {
    const { classStore, studentId } = studentOf(rowId)
    const assignmentId = columnById.value.get(columnId)?.in.get(sectionOf(classStore).id)
    return assignmentId === undefined ? null : { classStore, id: [studentId, assignmentId] }
  }

  const pooled = new Map<string, { parts: Spread[]; all: Spread }>()
  /** How the scores of a column lie: of one class, or of all together. */
  function spread(columnId: string, only?: ClassStore): Spread {
    const copies = copiesOf(columnId).filter((each) => !only || each.classStore === only)
    const parts = copies.map(({ classStore, assignmentId }) => classStore.spread(assignmentId))
    if (parts.length === 1) return parts[0]!
    const known = pooled.get(columnId)
    if (!only && known?.parts.length === parts.length && known.parts.every((each, at) => each === parts[at]))
      return known.all
    const all = spreadOf(copies.flatMap(({ classStore, assignmentId }) => classStore.worths(assignmentId)))
    if (!only) pooled.set(columnId, { parts, all })
    return all
  }

  return { classes, several, shortOf, rowIdOf, studentOf, sourceRow, workOf, columns, copiesOf, placeOf, spread }
}
export type SheetSource = ReturnType<typeof useSheetSource>
