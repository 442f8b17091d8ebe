import { act as actSchema, type Act, type ActKind, type Change } from '#core/acts/act'
import { applyChange, changesTo, changeTo, inverse, judge, type Outcome, type Wanted } from '#core/acts/apply'
import { partsOf, record, type Assignment, type Kind, type RecordOf, type Records } from '#core/acts/records'
import { gradingPeriods, periodToday, type Period } from '#core/calendar/periods'
import { Grades, type StudentGrade } from '#core/grading/grades'
import { assignmentsIn, categoriesOf, planOf, rulesOf, withAncestors, type Listed } from '#core/grading/rules'
import { classMean, studentsIn } from '#core/grading/section'
import type { GradeWork } from '#core/grading/work/grade'
import { looseEnds } from '#core/looseends'
import type { ClassSnapshot, Student } from '#core/section'
import { actsResponse, classResponse } from '#shared/class'
import type { Together } from '#shared/plans'

/** Records that belong to one student; a change of another kind may move every grade. */
const ofStudent = new Set<Kind>(['cell', 'evidence', 'override', 'remark'])

/** How long the list of loose ends may lag behind typing. */
const ENDS_MS = 300

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
  const done: (Act | Together)[] = []
  const undone: Act[] = []
  const steps = ref({ undo: 0, redo: 0 })

  let grades: Grades | null = null
  /** The records as they were when the pencil was taken up, and the grades that they made. */
  const pencil = shallowRef<{ records: Records; grades: Grades } | null>(null)

  const periods = computed(() => (snapshot.value ? gradingPeriods(snapshot.value.periods) : []))
  const period = computed<Period | null>(
    () => snapshot.value?.periods.find((each) => each.id === periodId.value) ?? null,
  )
  /** The period looked at and the longer ones that it is part of. */
  const lineage = computed<Period[]>(() => (period.value ? withAncestors(snapshot.value!, period.value) : []))
  /** The method and weights of the period looked at. */
  const rules = computed(() => live((it) => (period.value ? rulesOf(it, planOf(it), period.value) : null)))
  const plan = computed(() => live(planOf))
  const categories = computed(() => live(categoriesOf) ?? [])
  const assignments = computed<Listed<Assignment>[]>(
    () => live((it) => (period.value ? assignmentsIn(it, period.value) : [])) ?? [],
  )
  const students = computed<Student[]>(() =>
    snapshot.value && period.value ? studentsIn(snapshot.value, period.value) : [],
  )
  const settled = refThrottled(touched, ENDS_MS)
  const ends = computed(() => {
    void settled.value
    return live(looseEnds) ?? []
  })
  const mean = computed(() => meanOf((grade) => grade.effective))
  const parentMeans = computed(
    () => new Map(lineage.value.map((each) => [each.id, meanOf((grade) => grade.effective, each.id)])),
  )
  const categoryMeans = computed(
    () => new Map(categories.value.map(({ id }) => [id, meanOf((grade) => grade.categories.get(id))])),
  )

  /** The class mean of a number of each student's grade in a period. */
  function meanOf(of: Parameters<typeof classMean>[3], ofPeriod?: string): string | null {
    void touched.value
    return live((it) => classMean(it, (id) => gradeOfStudent(id, ofPeriod), usePerson().today, of))
  }

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
    if (pencil.value) notices.value.push('The class was read anew; what was tried in pencil is rubbed out.')
    pencil.value = null
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
    periodId.value = snapshot.value?.periods.find((each) => each.id === wanted)?.id ?? today?.id ?? null
    recomputeAll()
  }

  function recomputeAll(): void {
    grades = snapshot.value && new Grades(snapshot.value)
    shape.value++
    touched.value++
    for (const student of snapshot.value?.students ?? []) rowOf(student.id).value++
  }

  /** Counts the changes of one student's row. Reading it in a component renders that row again when it moves. */
  function rowOf(studentId: string): Ref<number> {
    let row = rows.get(studentId)
    if (!row) rows.set(studentId, (row = ref(0)))
    return row
  }

  /** A student's grade in a period, by default the one looked at. */
  function gradeOfStudent(studentId: string, ofPeriod = periodId.value): StudentGrade | undefined {
    return ofPeriod === null || !grades?.columns.rowOf.has(studentId) ? undefined : grades.of(studentId, ofPeriod)
  }

  /** How a student's grade in a period comes about. */
  function workOf(studentId: string, ofPeriod = periodId.value): GradeWork | null {
    void rowOf(studentId).value
    return ofPeriod === null || !grades?.columns.rowOf.has(studentId) ? null : grades.work(studentId, ofPeriod)
  }

  /** The assignments whose score is dropped from a student's grade in the period looked at. */
  const droppedOf = (studentId: string): ReadonlySet<string> =>
    grades && periodId.value ? grades.dropped(studentId, periodId.value) : new Set()

  function get<K extends Kind>(kind: K, id: string): Readonly<RecordOf<K>> {
    return record(snapshot.value!.records, kind, id)
  }

  /** Changes records as one act: at once here, and on its way to the server. */
  function change(kind: ActKind, wanted: readonly Wanted[]): boolean {
    const changes = changesTo(snapshot.value!.records, wanted)
    if (changes.length === 0) return false
    if (pencil.value) {
      lay(changes)
      return true
    }
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
    const ids = new Set<string>()
    for (const { kind, id } of changes) {
      const [studentId, second] = partsOf(id) as [string, string]
      ids.add(studentId)
      if (kind === 'cell') grades?.rescore(studentId, second)
      else if (kind === 'override') grades?.reoverride(studentId)
    }
    for (const id of ids) rowOf(id).value++
    touched.value++
  }

  /** Takes up the pencil: from now on changes are tried and not kept. */
  function takePencil(): void {
    // What was half written before is kept, and cannot be rubbed out.
    keepDrafts(false)
    const it = snapshot.value!
    const records = Object.fromEntries(Object.entries(it.records).map(([kind, each]) => [kind, { ...each }])) as Records
    pencil.value = { records, grades: new Grades({ ...it, records }) }
  }

  /** Everything that was tried, as changes of what is kept. */
  function penciled(): Change[] {
    if (!pencil.value) return []
    const { records } = pencil.value
    return (Object.keys(records) as Kind[]).flatMap((kind) =>
      Object.entries(snapshot.value!.records[kind]).flatMap(([id, now]) =>
        now === records[kind][id] ? [] : (changeTo(records, kind, id, now) ?? []),
      ),
    )
  }

  /** Puts the pencil away: what was tried is kept as one act, or rubbed out. */
  function endPencil(keep: boolean): void {
    if (!pencil.value) return
    const changes = penciled()
    Object.assign(snapshot.value!.records, pencil.value.records)
    pencil.value = null
    if (!keep || changes.length === 0) return recomputeAll()
    perform('pencil', changes)
    undone.length = 0
    countSteps()
  }

  /**
   * Does one deed on several homes at once, all of it or nothing; what is of the open class shows here. The same deed
   * sent again, as after a lost answer, is the same deed.
   *
   * @throws ApiProblem with what to do
   */
  async function together(acts: Together): Promise<void> {
    if (saving.count) throw new ApiProblem('unsaved', 'Something is still being saved. Try again in a moment.')
    await ask('/api/acts', actsResponse, { method: 'POST', body: { acts } })
    const here = acts.find((each) => each.home === snapshot.value?.section.id)
    if (here) lay(here.act.changes as Change[])
    done.push(acts)
    undone.length = 0
    countSteps()
  }

  /** Takes back a deed on several homes, all of it or nothing. */
  async function takeBack(acts: Together): Promise<void> {
    const inverted = acts.map(({ home, act }) => ({
      home,
      act: {
        ...act,
        id: crypto.randomUUID(),
        kind: 'undo' as const,
        changes: (act.changes as Change[]).map(inverse).reverse() as Act['changes'],
      },
    }))
    try {
      await together(inverted)
      done.pop()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      notices.value.push(error.message)
      done.push(acts)
    }
    countSteps()
  }

  /** Takes back the last act, where nobody has changed the same thing since. */
  function undo(): void {
    if (pencil.value) return
    const act = done.pop()
    if (!act) return
    if (Array.isArray(act)) return void takeBack(act)
    const changes = standing((act.changes as Change[]).map(inverse).reverse())
    if (changes.length) perform('undo', changes)
    undone.push(act)
    countSteps()
  }

  function redo(): void {
    if (pencil.value) return
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
    if (corrected.length) {
      lay(corrected)
      if (pencil.value) for (const each of corrected) applyChange(pencil.value.records, each)
    }
    // What a declaration keeps is made by the server.
    if (changes.some((each) => each.kind === 'declaration')) void open(sectionId, periodId.value)
  })

  return {
    snapshot,
    periodId,
    period,
    periods,
    lineage,
    rules,
    plan,
    categories,
    assignments,
    students,
    ends,
    mean,
    parentMeans,
    categoryMeans,
    pencil,
    penciled,
    takePencil,
    endPencil,
    together,
    workOf,
    droppedOf,
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
