import { act as actSchema, type Act, type ActKind, type Change } from '#core/acts/act'
import { applyChange, changesTo, changeTo, inverse, judge, type Outcome, type Wanted } from '#core/acts/apply'
import { blanks, partsOf, record, type Assignment, type Kind, type RecordOf, type Records } from '#core/acts/records'
import { gradingPeriods, periodToday, type Period } from '#core/calendar/periods'
import { Grades, type StudentGrade } from '#core/grading/grades'
import { assignmentsIn, categoriesOf, planOf, rulesOf, withAncestors, type Listed } from '#core/grading/rules'
import { classGrades, studentsIn } from '#core/grading/section'
import { mean as meanIn, spreadOf, worthsOf, type Spread } from '#core/grading/spread'
import type { GradeWork } from '#core/grading/work/grade'
import { looseEnds } from '#core/looseends'
import { enrolledOn, type ClassSnapshot, type Student } from '#core/section'
import { actsResponse, openClassResponse } from '#shared/class'
import type { ClassAct } from '#shared/history'
import type { Together } from '#shared/plans'
import { useConflicts } from './conflicts'
import { useStepping, type SteppedClass, type Stepping } from './stepping'

/** Records that belong to one student; a change of another kind may move every grade. */
const ofStudent = new Set<Kind>(['cell', 'evidence', 'override', 'remark'])

/** A note that is longer is not offered again. */
const NOTE_LENGTH = 60

/** How long the list of loose ends may lag behind typing. */
const ENDS_MS = 300

/**
 * The class that is open: its records as plain data, everything shown computed from them on this machine, and the one way
 * in which they change.
 *
 * `shape` counts the changes that may move everything; `rowOf(student)` counts those of one student, so that a score
 * renders one row.
 */
function classroomSetup() {
  const saving = useSaving()
  const snapshot = shallowRef<ClassSnapshot | null>(null)
  const periodId = ref<string | null>(null)
  const shape = ref(0)
  const rows = new Map<string, Ref<number>>()
  const touched = ref(0)
  const notices = ref<string[]>([])
  /** The number of the last act on the class that is in here. */
  const seq = ref(0)
  /** Acts made here of which no news has come back yet: what others do goes under them. */
  const unheard = new Map<string, Change[]>()
  /** Cells that the district does not hold as they are; null before the first exchange. */
  let unsent: Set<string> | null = null
  /** Those of them that the last run held, because they had changed there too. */
  let held: ReadonlySet<string> = new Set()
  const spreads = new Map<string, Spread>()

  const conflicts = useConflicts(() => snapshot.value?.section.id)

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
  const byId = computed(() => new Map(snapshot.value?.students.map((student) => [student.id, student])))
  /** Whether a student was in the class on a day. */
  function wasThere(studentId: string, day: string): boolean {
    const student = byId.value.get(studentId)
    return student !== undefined && enrolledOn(student, day)
  }
  const students = computed<Student[]>(() =>
    snapshot.value && period.value ? studentsIn(snapshot.value, period.value) : [],
  )
  const settled = refThrottled(touched, ENDS_MS)
  const ends = computed(() => {
    void settled.value
    return live(looseEnds) ?? []
  })
  /** What the class's numbers are made of, by result: the grades of the period and the longer ones, and its categories. */
  const numbers = computed(() => {
    const of = new Map(lineage.value.map((each) => [each.id, numbersOf((grade) => grade.effective, each.id)]))
    for (const { id } of categories.value)
      of.set(
        id,
        numbersOf((grade) => grade.categories.get(id)),
      )
    return of
  })
  function numbersOf(of: Parameters<typeof classGrades>[3], ofPeriod?: string) {
    void touched.value
    return live((it) => classGrades(it, (id) => gradeOfStudent(id, ofPeriod), usePerson().today, of)) ?? []
  }
  const mean = computed(() => meanIn(numbers.value.get(periodId.value ?? '') ?? [], plan.value ?? blanks.plan))

  /** What the scores of an assignment are worth. */
  const worths = (assignmentId: string) =>
    worthsOf(snapshot.value!, { ...get('assignment', assignmentId), id: assignmentId })
  /** How the scores of an assignment lie; made again when one of them changes. */
  function spread(assignmentId: string): Spread {
    void touched.value
    let found = spreads.get(assignmentId)
    if (!found) spreads.set(assignmentId, (found = spreadOf(worths(assignmentId))))
    return found
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
    const { seq: last, apart, ...read } = await ask(`/api/classes/${sectionId}`, openClassResponse)
    const waiting = await saving.unsent(sectionId)
    unheard.clear()
    for (const act of waiting) {
      unheard.set(act.id, act.changes as Change[])
      for (const change of act.changes as Change[]) applyChange(read.records, change)
    }
    if (pencil.value) notices.value.push('The class was read anew; what was tried in pencil is rubbed out.')
    pencil.value = null
    seq.value = last
    unsent = apart && new Set(apart.unsent)
    held = new Set(apart?.held)
    snapshot.value = markRaw(read)
    look(wantedPeriod)
    if (another) void own.load()
  }

  /** Looks at a period; without one, at today's. */
  function look(wanted: string | null): void {
    const today = snapshot.value && periodToday(snapshot.value.periods, usePerson().today)
    periodId.value = snapshot.value?.periods.find((each) => each.id === wanted)?.id ?? today?.id ?? null
    recomputeAll()
  }

  function recomputeAll(): void {
    grades = snapshot.value && new Grades(snapshot.value)
    spreads.clear()
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

  /** Renders a student's row again, as when a conflict was decided. */
  const renewRow = (studentId: string) => void rowOf(studentId).value++

  /** The notes written more than once in the class, the most frequent first. */
  const frequentNotes = computed(() => {
    void shape.value
    const counts = new Map<string, number>()
    for (const { note } of Object.values(snapshot.value?.records.cell ?? {}))
      if (note && note.length <= NOTE_LENGTH) counts.set(note, (counts.get(note) ?? 0) + 1)
    const often = [...counts].filter(([, count]) => count > 1)
    return often.toSorted((a, b) => b[1] - a[1]).map(([note]) => note)
  })

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
    enact(kind, changes)
    return true
  }

  function perform(kind: ActKind, changes: Change[], marks: Pick<Act, 'of' | 'deed'> = {}): Act {
    const act = { id: crypto.randomUUID(), kind, at: new Date().toISOString(), ...marks, changes } as Act
    if (import.meta.dev) actSchema.parse(act)
    unheard.set(act.id, changes)
    for (const each of changes) conflicts.end(each.kind, each.id)
    lay(changes)
    void saving.save(snapshot.value!.section.id, act)
    return act
  }

  /** Does changes of the open class as a step that can be taken back. */
  function enact(kind: ActKind, changes: Change[]): void {
    const deed = steps.deed()
    steps.did([{ home: snapshot.value!.section.id, act: perform(kind, changes, deed ? { deed } : {}) }])
  }

  function lay(changes: readonly Change[]): void {
    for (const each of changes) applyChange(snapshot.value!.records, each)
    if (changes.some((each) => !ofStudent.has(each.kind))) return recomputeAll()
    const ids = new Set<string>()
    for (const { kind, id } of changes) {
      const [studentId, second] = partsOf(id) as [string, string]
      ids.add(studentId)
      if (kind === 'cell') {
        grades?.rescore(studentId, second)
        unsent?.add(id)
        spreads.delete(second)
      } else if (kind === 'override') grades?.reoverride(studentId)
    }
    for (const id of ids) rowOf(id).value++
    touched.value++
  }

  /** Lays on what was kept meanwhile; what stands in pencil stays as it was tried. */
  function layUnderPencil(changes: readonly Change[]): void {
    const before = pencil.value?.records
    lay(before ? changes.filter(({ kind, id }) => !changeTo(before, kind, id, get(kind, id))) : changes)
    if (before) for (const each of changes) applyChange(before, each)
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
    enact('pencil', changes)
  }

  /**
   * Does one deed on several homes at once, all of it or nothing; what is of the open class shows here. The same deed
   * sent again, as after a lost answer, is the same deed.
   *
   * @throws ApiProblem with what to do
   */
  async function together(acts: Together): Promise<void> {
    if (saving.count) throw new ApiProblem('unsaved', 'Something is still being saved. Try again in a moment.')
    await sendTogether(acts)
    steps.did(acts)
  }

  async function sendTogether(acts: Together): Promise<void> {
    const here = acts.find((each) => each.home === snapshot.value?.section.id)
    if (here) unheard.set(here.act.id, [])
    await ask('/api/acts', actsResponse, { method: 'POST', body: { acts } })
    if (here) lay(here.act.changes as Change[])
  }

  const stepped: SteppedClass = { standing, perform }
  const own = useStepping({
    classes: () => new Map(snapshot.value ? [[snapshot.value.section.id, stepped]] : []),
    together: sendTogether,
    say: (words) => notices.value.push(words),
  })
  /** What is done here is a step of these: the class's own, or those of several classes that are open together. */
  let steps: Stepping = own
  const stepWith = (shared: Stepping | null) => void (steps = shared ?? own)

  /** Takes back an act of the person's own, however old, where nobody has changed the same thing since. */
  function takeBack(of: string, made: readonly Change[]): void {
    const changes = standing(made.map(inverse).reverse())
    if (changes.length) perform('undo', changes, { of })
  }
  const step = (way: 'undo' | 'redo') => (pencil.value ? Promise.resolve() : own[way]())

  /**
   * Takes in what was done on the class elsewhere; what was done here and not yet heard of stays on top.
   *
   * @returns whether it is news here
   */
  function hear(act: ClassAct): boolean {
    if (act.seq <= seq.value) return false
    seq.value = act.seq
    if (unheard.delete(act.id)) return false
    const changes = act.changes as Change[]
    const same = new Set(changes.map((each) => `${each.kind} ${each.id}`))
    const mine = [...unheard.values()].flat().filter((each) => same.has(`${each.kind} ${each.id}`))
    layUnderPencil([...changes, ...mine])
    if (changes.some((each) => each.kind === 'declaration')) void open(snapshot.value!.section.id, periodId.value)
    return true
  }

  /** The changes that still find what they start from; says so where one does not. */
  function standing(changes: Change[]): Change[] {
    const kept = changes.filter(
      (each) => judge(get(each.kind, each.id) as Record<string, unknown>, each).done === 'applied',
    )
    if (kept.length < changes.length) notices.value.push('Some of it was changed since and stays as it is.')
    return kept
  }

  saving.onAnswer((sectionId, act, outcomes: Outcome[]) => {
    if (sectionId !== snapshot.value?.section.id) return
    const changes = act.changes as Change[]
    const corrected = outcomes.flatMap((outcome, at): Change[] => {
      const each = changes[at]!
      if (outcome.done === 'applied') return []
      if (outcome.done === 'refused') notices.value.push(`${outcome.reason} It was taken back here.`)
      else if (each.kind === 'cell') conflicts.add({ kind: each.kind, id: each.id, mine: each.to })
      else
        notices.value.push('Somebody changed the same thing meanwhile. Theirs stands; make yours again if it is right.')
      return [{ ...each, to: outcome.done === 'meanwhile' ? outcome.present : each.from } as Change]
    })
    if (corrected.length) {
      unheard.delete(act.id)
      layUnderPencil(corrected)
    }
    // What a declaration keeps is made by the server.
    if (changes.some((each) => each.kind === 'declaration')) void open(sectionId, periodId.value)
  })

  const isUnsent = (cellId: string) => unsent?.has(cellId) ?? false
  /** What a sheet reads thousands of times in a frame; a store wraps the functions that it gives, and that takes time. */
  const reads = markRaw({
    get,
    wasThere,
    isUnsent,
    isHeld: (cellId: string) => held.has(cellId),
    isInConflict: (cellId: string) => conflicts.find('cell', cellId) !== undefined,
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
    wasThere,
    ends,
    mean,
    numbers,
    spread,
    worths,
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
    steps: own.counts,
    stepped,
    stepWith,
    sendTogether,
    seq,
    takeBack,
    reads,
    conflicts,
    hear,
    open,
    look,
    rowOf,
    renewRow,
    frequentNotes,
    gradeOfStudent,
    get,
    change,
    undo: () => step('undo'),
    redo: () => step('redo'),
  }
}

const storeOf = (id: string) => defineStore(id, classroomSetup)
const useMain = storeOf('classroom')
export type Classroom = ReturnType<typeof useMain>

/** One of several classes that are open at once, each with its own records, grades and steps. */
export const useRoom = (sectionId: string): Classroom => storeOf(`classroom ${sectionId}`)()

/** Says to the components under it which of several open classes they are about. */
export const roomKey: InjectionKey<Classroom> = Symbol('room')

/** The class that a component is about: the one that a page says, else the one that is open. */
export const useClassroom = (): Classroom => (hasInjectionContext() ? inject(roomKey, null) : null) ?? useMain()
