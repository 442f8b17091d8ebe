import { act as actSchema, type Act, type ActKind, type Change } from '#core/acts/act'
import { applyChange, changeTo, inverse, judge, type Outcome } from '#core/acts/apply'
import { partsOf, record, type Assignment, type Kind, type RecordOf } from '#core/acts/records'
import { gradingPeriods, periodToday, type Period } from '#core/calendar/periods'
import {
  assignmentsIn,
  categoriesOf,
  classMean,
  gradeStudent,
  planOf,
  studentsIn,
  type Listed,
  type StudentGrade,
} from '#core/grading/section'
import { looseEnds } from '#core/looseends'
import type { ClassSnapshot, Student } from '#core/section'
import { classResponse } from '#shared/class'

/** Records that belong to one student; a change of another kind may move every grade. */
const ofStudent = new Set<Kind>(['cell', 'evidence', 'override', 'remark'])

/**
 * The class that is open: its records as plain data, everything shown computed from them on this machine, and the one way
 * in which they change.
 *
 * `shape` counts the changes that may move everything; `rowOf(student)` counts those of one student, so that a score
 * renders one row.
 */
export const useClassroom = defineStore('classroom', () => {
  const saving = useSaving()
  const snapshot = shallowRef<ClassSnapshot | null>(null)
  const periodId = ref<string | null>(null)
  const shape = ref(0)
  const rows = new Map<string, Ref<number>>()
  const touched = ref(0)
  const notices = ref<string[]>([])
  const done: Act[] = []
  const undone: Act[] = []
  const steps = ref({ undo: 0, redo: 0 })

  let grades = new Map<string, StudentGrade>()

  const periods = computed(() => (snapshot.value ? gradingPeriods(snapshot.value.periods) : []))
  const period = computed<Period | null>(() => periods.value.find((each) => each.id === periodId.value) ?? null)
  const plan = computed(() => live(planOf))
  const categories = computed(() => live(categoriesOf) ?? [])
  const assignments = computed<Listed<Assignment>[]>(
    () => live((it) => (period.value ? assignmentsIn(it, period.value) : [])) ?? [],
  )
  const students = computed<Student[]>(() =>
    snapshot.value && period.value ? studentsIn(snapshot.value, period.value) : [],
  )
  const ends = computed(() => {
    void touched.value
    return live(looseEnds) ?? []
  })
  const mean = computed(() => {
    void touched.value
    return live((it) => classMean(it, grades, usePerson().today))
  })
  const categoryMeans = computed(() => {
    void touched.value
    const means = (it: ClassSnapshot) =>
      categories.value.map(
        ({ id }) => [id, classMean(it, grades, usePerson().today, (grade) => grade.categories.get(id))] as const,
      )
    return new Map(live(means) ?? [])
  })

  /** Computes from the records, again whenever they change in shape. */
  function live<T>(compute: (snapshot: ClassSnapshot) => T): T | null {
    void shape.value
    return snapshot.value ? compute(snapshot.value) : null
  }

  /** Opens a class: reads it whole, then lays on it what the server does not have yet. */
  async function open(sectionId: string, wantedPeriod: string | null): Promise<void> {
    const another = snapshot.value?.section.id !== sectionId
    keepDrafts(another)
    const read = await ask(`/api/classes/${sectionId}`, classResponse)
    for (const { changes } of await saving.unsent(sectionId))
      for (const change of changes as Change[]) applyChange(read.records, change)
    if (another) {
      done.length = undone.length = 0
      countSteps()
    }
    snapshot.value = markRaw(read)
    look(wantedPeriod)
  }

  /** Looks at a period; without one, at today's. */
  function look(wanted: string | null): void {
    const today = snapshot.value && periodToday(snapshot.value.periods, usePerson().today)
    periodId.value = periods.value.find((each) => each.id === wanted)?.id ?? today?.id ?? null
    recomputeAll()
  }

  function recomputeAll(): void {
    shape.value++
    touched.value++
    grades = new Map()
    for (const student of snapshot.value?.students ?? []) regrade(student)
  }

  function regrade(student: Student): void {
    if (period.value) grades.set(student.id, gradeStudent(snapshot.value!, student, period.value, assignments.value))
    rowOf(student.id).value++
  }

  /** Counts the changes of one student's row. Reading it in a component renders that row again when it moves. */
  function rowOf(studentId: string): Ref<number> {
    let row = rows.get(studentId)
    if (!row) rows.set(studentId, (row = ref(0)))
    return row
  }

  const gradeOfStudent = (studentId: string): StudentGrade | undefined => grades.get(studentId)

  function get<K extends Kind>(kind: K, id: string): Readonly<RecordOf<K>> {
    return record(snapshot.value!.records, kind, id)
  }

  /** Changes records as one act: at once here, and on its way to the server. */
  function change(
    kind: ActKind,
    wanted: { [K in Kind]: { kind: K; id: string; to: Partial<RecordOf<K>> } }[Kind][],
  ): boolean {
    const changes = wanted.flatMap(
      (each) => changeTo(snapshot.value!.records, each.kind, each.id, each.to as never) ?? [],
    )
    if (changes.length === 0) return false
    perform(kind, changes)
    undone.length = 0
    countSteps()
    return true
  }

  function perform(kind: ActKind, changes: Change[]): void {
    const act = { id: crypto.randomUUID(), kind, at: new Date().toISOString(), changes } as Act
    if (import.meta.dev) actSchema.parse(act)
    lay(changes)
    if (kind !== 'undo') done.push(act)
    void saving.save(snapshot.value!.section.id, act)
  }

  function lay(changes: readonly Change[]): void {
    for (const each of changes) applyChange(snapshot.value!.records, each)
    if (changes.some((each) => !ofStudent.has(each.kind))) return recomputeAll()
    const ids = new Set(changes.map((each) => partsOf(each.id)[0]))
    for (const student of snapshot.value!.students) if (ids.has(student.id)) regrade(student)
    touched.value++
  }

  /** Takes back the last act, where nobody has changed the same thing since. */
  function undo(): void {
    const act = done.pop()
    if (!act) return
    const changes = standing((act.changes as Change[]).map(inverse).reverse())
    if (changes.length) perform('undo', changes)
    undone.push(act)
    countSteps()
  }

  function redo(): void {
    const act = undone.pop()
    if (!act) return
    const changes = standing(act.changes as Change[])
    if (changes.length) perform('redo', changes)
    countSteps()
  }

  /** The changes that still find what they start from; says so where one does not. */
  function standing(changes: Change[]): Change[] {
    const kept = changes.filter(
      (each) => judge(get(each.kind, each.id) as Record<string, unknown>, each).done === 'applied',
    )
    if (kept.length < changes.length) notices.value.push('Some of it was changed since and stays as it is.')
    return kept
  }

  function countSteps(): void {
    steps.value = { undo: done.length, redo: undone.length }
  }

  saving.onAnswer((sectionId, act, outcomes: Outcome[]) => {
    if (sectionId !== snapshot.value?.section.id) return
    const changes = act.changes as Change[]
    const corrected = outcomes.flatMap((outcome, at): Change[] => {
      const each = changes[at]!
      if (outcome.done === 'applied') return []
      if (outcome.done === 'refused') notices.value.push(`${outcome.reason} It was taken back here.`)
      else
        notices.value.push('Somebody changed the same thing meanwhile. Theirs stands; type yours again if it is right.')
      return [{ ...each, to: outcome.done === 'meanwhile' ? outcome.present : each.from } as Change]
    })
    if (corrected.length) lay(corrected)
    // What a declaration keeps is made by the server.
    if (changes.some((each) => each.kind === 'declaration')) void open(sectionId, periodId.value)
  })

  return {
    snapshot,
    periodId,
    period,
    periods,
    plan,
    categories,
    assignments,
    students,
    ends,
    mean,
    categoryMeans,
    shape,
    touched,
    notices,
    steps,
    open,
    look,
    rowOf,
    gradeOfStudent,
    get,
    change,
    undo,
    redo,
  }
})
