import { categoryCalled } from '#core/plan/counterpart'
import { beginning } from '#core/text'
import { blanks } from '#core/kinds'
import type { Assignment } from '#core/plan/assignment'
import { gridChanges, type GridOutcome } from '#core/formats/grid/changes'
import { readGrid, type GridColumn, type GridRow } from '#core/formats/grid/read'
import type { Listed } from '#core/plan/rules'
import { readDecimal } from '#core/number/decimal'
import { proposedShortName } from '#core/scores/short-name'
import type { Student } from '#core/section'
import type { ClassStore } from '~/stores/class'
import type { SheetSource } from './useSheetSource'

/** What a column becomes that is no assignment yet, and what is left out. */
export const NEW = 'new'
export const NOWHERE = 'nowhere'

/** A table of scores with names in it. `from`: the columns that scores without heads go to, in order. */
export interface NamedTable {
  table: string[][]
  from: string[]
  firstDate: string
}

/** Reads a table against a sheet: who is who, what is what, and what would change; the teacher's word goes before both. */
export function useGridReading(source: SheetSource, { table, from, firstDate }: NamedTable) {
  /** Everybody in the classes, by the id of their row. */
  const students = computed(() =>
    source.classes.flatMap((classStore) =>
      classStore.snapshot!.students.map((each) => ({ ...each, id: source.rowIdOf(classStore, each.id) })),
    ),
  )
  const assignments = computed(() => source.columns.value.map(({ id, first }) => ({ ...first, id })))
  const grid = computed(() => readGrid(table, { students: students.value, assignments: assignments.value, from }))

  /** What the teacher decided, by row and by column; else what was read stands. */
  const whoIs = ref<Record<number, string>>({})
  const whereTo = ref<Record<number, string>>({})
  const given = ref<Record<number, { dueOn: string; points: string }>>({})

  const rowAt = (row: GridRow) => grid.value!.rows.indexOf(row)
  function studentOf(row: GridRow): Student | null {
    const decided = whoIs.value[rowAt(row)]
    if (decided !== undefined) return students.value.find((each) => each.id === decided) ?? null
    return 'student' in row.match ? row.match.student : null
  }
  const targetOf = (column: GridColumn): string =>
    whereTo.value[column.at] ?? (column.target.to === 'assignment' ? column.target.id : column.target.to)
  const newFields = (column: GridColumn) =>
    given.value[column.at] ?? { dueOn: column.dueOn ?? firstDate, points: column.points ?? '10' }

  const ids = new Map<string, string>()
  const idOf = (what: string) => {
    if (!ids.has(what)) ids.set(what, crypto.randomUUID())
    return ids.get(what)!
  }

  /** The assignment that a column's scores go to in a class; one that is new comes with what it is to be. */
  function assignmentIn(classStore: ClassStore, column: GridColumn): Listed<Assignment> | null {
    const target = targetOf(column)
    if (target !== NEW) {
      const copy = source.copiesOf(target).find((each) => each.classStore === classStore)
      return copy ? { ...classStore.get('assignment', copy.assignmentId), id: copy.assignmentId } : null
    }
    const { dueOn, points } = newFields(column)
    const named = categoryCalled(classStore.categories, column.category)
    const name = beginning(column.head, 120) || 'Untitled'
    return {
      ...blanks.assignment,
      id: idOf(`${column.at} ${classStore.snapshot!.section.id}`),
      name,
      shortName: proposedShortName(name) || 'Untitled',
      dueOn: dueOn || null,
      points: readDecimal(points) ?? '10',
      categoryId: named?.id ?? classStore.plan!.defaultCategoryId ?? classStore.categories[0]?.id ?? null,
      linkId: source.several ? idOf(`${column.at}`) : null,
      place: classStore.assignments.length + column.at,
      removed: false,
    }
  }

  /** The grid with the targets as they were decided. */
  const decided = computed(
    () =>
      grid.value && {
        ...grid.value,
        columns: grid.value.columns.map((column): GridColumn => {
          const target = targetOf(column)
          const to = target === NEW || target === NOWHERE ? { to: target } : { to: 'assignment' as const, id: target }
          return { ...column, target: to as GridColumn['target'] }
        }),
      },
  )

  /** What would change in each class that a row is of. */
  const outcomes = computed<{ classStore: ClassStore; outcome: GridOutcome }[]>(() => {
    const read = decided.value
    if (!read) return []
    return source.classes.flatMap((classStore) => {
      const own = new Map(classStore.snapshot!.students.map((each) => [source.rowIdOf(classStore, each.id), each]))
      const outcome = gridChanges(classStore.snapshot!, read, {
        studentOf: (row) => own.get(studentOf(row)?.id ?? '') ?? null,
        assignmentOf: (column) => assignmentIn(classStore, column),
        placeOf: (assignment) => ({
          scale: classStore.plan!.scale,
          levels: assignment.scoredIn === 'levels' ? classStore.levels!.scaleOfWork(assignment.standardIds) : null,
          letters: assignment.scoredIn === 'letters',
          possible: assignment.points,
        }),
      })
      const concerns = read.rows.some((row) => own.has(studentOf(row)?.id ?? ''))
      return concerns ? [{ classStore, outcome }] : []
    })
  })

  /** A student that two rows are of: only the teacher can say which one is meant. */
  const twice = computed(() => {
    const seen = new Map<string, number>()
    for (const row of grid.value?.rows ?? []) {
      const id = studentOf(row)?.id
      if (id) seen.set(id, (seen.get(id) ?? 0) + 1)
    }
    return students.value.filter((each) => (seen.get(each.id) ?? 0) > 1)
  })

  return { students, assignments, grid, whoIs, whereTo, given, rowAt, studentOf, targetOf, newFields, outcomes, twice }
}
