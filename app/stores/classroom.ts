import { fitted, type Act, type ActKind, type Change } from '#core/acts/act'
import { applyChange, changesTo, changeTo, inverse, judge, type Outcome } from '#core/acts/apply'
import type { Wanted } from '#core/wanted'
import { SHAPE, blanks, type Kind, type RecordOf, kinds } from '#core/kinds'
import { partsOf } from '#core/kind'
import { record, type Records } from '#core/records'
import type { Assignment } from '#core/plan/assignment'
import { gradingPeriods, periodToday, type Period } from '#core/calendar/periods'
import { Grades, type StudentGrade } from '#core/grading/grades'
import { assignmentsIn, categoriesOf, planOf, rulesOf, withAncestors, type Listed } from '#core/plan/rules'
import { classGrades, studentsIn } from '#core/grading/section'
import { mean as meanIn, spreadOf, worthsOf, type Spread } from '#core/grading/spread'
import type { GradeWork } from '#core/grading/work/grade'
import { refusalIn } from '#core/ground'
import { looseEnds } from '#core/looseends'
import { unreadEnds } from '#core/looseends/unread'
import { enrolledOn, type ClassSnapshot, type Student } from '#core/section'
import { keptClass, openClassResponse, togetherResponse, type OpenClass } from '#shared/class'
import type { ClassAct } from '#shared/history'
import type { Together } from '#shared/plans'
import { answeredSince, classKept, forgetAnswered, keepRead, readKept } from '~/queue/kept'
import type { Heard } from '~/queue/tabs'
import { useDecisions } from './decisions'
import { useStepping, type SteppedClass, type Stepping } from './stepping'

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
  /** Those of them that the server has not answered for. */
  const unanswered = new Map<string, Change[]>()
  /** Records that an answer put right here: what the server takes of them afterwards is laid on again. */
  const corrected = new Set<string>()
  /** What was answered while the class was being read. */
  let meanwhile: Heard[] | null = null
  /** When the class was read that is shown, where the server could not be asked. */
  const keptSince = ref<number | null>(null)
  /** Cells that the district does not hold as they are; null before the first exchange. */
  let unsent: Set<string> | null = null
  /** Those of them that the last run held, because they had changed there too. */
  let held: ReadonlySet<string> = new Set()
  const spreads = new Map<string, Spread>()

  const decisions = useDecisions()
  const unread = useUnread()
  const conflicts = {
    find: (kind: Kind, id: string) => decisions.find(snapshot.value?.section.id ?? '', kind, id),
    end: (kind: Kind, id: string) => decisions.end(snapshot.value?.section.id ?? '', kind, id),
  }

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
    return live((it) => [...unreadEnds(it, unread.of(it.section.id)), ...looseEnds(it)]) ?? []
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
    // What waits now may be answered before the class has come, or after it was read there.
    const before = await saving.unsent(sectionId)
    const heard: Heard[] = (meanwhile = [])
    const { seq: last, apart, ...read } = await readClass(sectionId)
    const waiting = await saving.unsent(sectionId)
    meanwhile = null
    const answered = new Set(heard.map((each) => each.act.id))
    for (const each of heard)
      if (each.seq !== null && each.seq > last) for (const change of appliedOf(each)) applyChange(read.records, change)
    unheard.clear()
    unanswered.clear()
    corrected.clear()
    const still = [...before, ...waiting].filter(({ id }) => !answered.has(id))
    for (const act of new Map(still.map((each) => [each.id, each])).values()) {
      unheard.set(act.id, act.changes as Change[])
      unanswered.set(act.id, act.changes as Change[])
      for (const change of act.changes as Change[]) applyChange(read.records, change)
    }
    if (pencil.value) notices.value.push('The class was read anew; what was tried in pencil is rubbed out.')
    pencil.value = null
    seq.value = last
    unsent = apart && new Set(apart.unsent)
    held = new Set(apart?.held)
    snapshot.value = markRaw(read)
    unread.keepOnly(sectionId, (id) => isCellOf(read, id))
    look(wantedPeriod)
    if (another) void own.load()
  }

  /** Reads a class from the server, or as it was kept on this machine where the server does not answer. */
  async function readClass(sectionId: string): Promise<OpenClass> {
    const { actor } = usePerson()
    try {
      const read = await ask(`/api/classes/${sectionId}`, openClassResponse)
      keptSince.value = null
      // As it came: what is done here changes the maps of the records, and no record itself.
      const asRead = {
        ...read,
        records: Object.fromEntries(Object.entries(read.records).map(([k, of]) => [k, { ...of }])),
      }
      void keepRead(actor, classKept(sectionId), asRead).then(() => forgetAnswered(actor, sectionId, read.seq))
      return read
    } catch (error) {
      if (!(error instanceof ApiProblem) || !error.unreachable) throw error
      const kept = await readKept(actor, classKept(sectionId))
      const parsed = keptClass.safeParse(kept?.value)
      if (!kept || !parsed.success) throw error
      keptSince.value = kept.at
      for (const { changes } of await answeredSince(actor, sectionId, parsed.data.seq))
        for (const change of changes) applyChange(parsed.data.records, change)
      return parsed.data
    }
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
  function change(kind: ActKind, wanted: readonly Wanted[], marks: Pick<Act, 'sitting'> = {}): boolean {
    const fit = fitted(wanted)
    if ('fault' in fit) {
      notices.value.push(`That cannot be kept: ${fit.fault}`)
      return false
    }
    const changes = changesTo(snapshot.value!.records, fit)
    if (changes.length === 0) return false
    const refused = refusalIn(snapshot.value!, changes)
    if (refused) {
      notices.value.push(`That cannot be kept: ${refused}`)
      return false
    }
    if (pencil.value) {
      lay(changes)
      return true
    }
    enact(kind, changes, marks)
    return true
  }

  function perform(kind: ActKind, changes: Change[], marks: Pick<Act, 'of' | 'deed' | 'sitting'> = {}): Act {
    const act = { id: crypto.randomUUID(), shape: SHAPE, kind, at: new Date().toISOString(), ...marks, changes } as Act
    // Written down before anything shows it.
    saving.save(snapshot.value!.section.id, act)
    unheard.set(act.id, changes)
    unanswered.set(act.id, changes)
    for (const each of changes) {
      conflicts.end(each.kind, each.id)
      unread.end(snapshot.value!.section.id, each.kind, each.id)
    }
    lay(changes)
    return act
  }

  /** Does changes of the open class as a step that can be taken back. */
  function enact(kind: ActKind, changes: Change[], marks: Pick<Act, 'sitting'> = {}): void {
    const deed = steps.deed()
    steps.did([
      { home: snapshot.value!.section.id, act: perform(kind, changes, { ...marks, ...(deed ? { deed } : {}) }) },
    ])
  }

  function lay(changes: readonly Change[]): void {
    for (const each of changes) applyChange(snapshot.value!.records, each)
    if (changes.some(({ kind }) => kinds[kind].moves === 'class')) return recomputeAll()
    const ids = new Set<string>()
    for (const { kind, id } of changes) {
      const [studentId, second] = partsOf(id) as [string, string]
      const { moves } = kinds[kind]
      ids.add(studentId)
      if (moves === 'score') {
        grades?.rescore(studentId, second)
        unsent?.add(id)
        spreads.delete(second)
      } else if (moves === 'override') grades?.reoverride(studentId)
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
    await ask('/api/acts', togetherResponse, {
      method: 'POST',
      body: { acts, sentAt: new Date().toISOString(), by: usePerson().actor },
    })
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
    const same = new Set(changes.map(keyOf))
    const mine = [...unheard.values()].flat().filter((each) => same.has(keyOf(each)))
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

  /** Takes in what the server said of an act, whichever tab sent it, so that this page shows what is there. */
  function receive(heard: Heard): void {
    const { sectionId, act, outcomes } = heard
    meanwhile?.push(heard)
    if (sectionId !== snapshot.value?.section.id) return
    const changes = act.changes as Change[]
    const isOwn = unanswered.delete(act.id)
    const right: Change[] = []
    for (const [at, each] of changes.entries()) {
      const outcome: Outcome = outcomes[at] ?? { done: 'applied' }
      if (outcome.done === 'meanwhile') right.push({ ...each, to: outcome.present } as Change)
      else if (outcome.done === 'refused') right.push({ ...each, to: each.from } as Change)
      // What another tab did, and what was put right here before, is laid on as it was taken.
      else if (!isOwn || corrected.has(keyOf(each))) right.push(each)
    }
    if (outcomes.some((each) => each.done !== 'applied')) {
      unheard.delete(act.id)
      for (const each of right) corrected.add(keyOf(each))
    }
    if (right.length) layUnderPencil([...right, ...laterOf(right)])
    // What a declaration keeps is made by the server.
    if (changes.some((each) => each.kind === 'declaration')) void open(sectionId, periodId.value)
  }
  saving.onAnswer(receive)

  /** What was done to the same records since and is not answered for: it stays on top. */
  function laterOf(changes: readonly Change[]): Change[] {
    const keys = new Set(changes.map(keyOf))
    return [...unanswered.values()].flat().filter((each) => keys.has(keyOf(each)))
  }

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
    keptSince,
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

/** Whether a cell still is one of the class: of a student, and of an assignment that is there. */
function isCellOf({ students, records }: ClassSnapshot, id: string): boolean {
  const [studentId, assignmentId] = partsOf(id) as [string, string]
  const assignment = records.assignment[assignmentId]
  return students.some((each) => each.id === studentId) && assignment !== undefined && !assignment.removed
}

const keyOf = ({ kind, id }: Change) => `${kind} ${id}`

const appliedOf = ({ act, outcomes }: Heard): Change[] =>
  (act.changes as Change[]).filter((_, at) => outcomes[at]?.done === 'applied')

const storeOf = (id: string) => defineStore(id, classroomSetup)
const useMain = storeOf('classroom')
export type Classroom = ReturnType<typeof useMain>

/** One of several classes that are open at once, each with its own records, grades and steps. */
export const useRoom = (sectionId: string): Classroom => storeOf(`classroom ${sectionId}`)()

/** Says to the components under it which of several open classes they are about. */
export const roomKey: InjectionKey<Classroom> = Symbol('room')

/** The class that a component is about: the one that a page says, else the one that is open. */
export const useClassroom = (): Classroom => (hasInjectionContext() ? inject(roomKey, null) : null) ?? useMain()
