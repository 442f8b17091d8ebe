import type { Change } from '#core/acts/act'
import { applyChange } from '#core/acts/apply'
import { Grades } from '#core/grading/grades'
import { jointId, partsOf } from '#core/kind'
import { kinds, type Kind, type RecordOf } from '#core/kinds'
import { record } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import type { OpenClass } from '#shared/class'

/** How the scores stand apart from the district's. */
export type OutOfSync = NonNullable<OpenClass['outOfSync']>

/**
 * The records of the class that is open, as plain data, and what tells whoever reads them that they moved.
 *
 * The snapshot is one object for as long as the class is open, and is read through one of three lenses. Each makes what
 * was read through it again when, and only when, it may differ: `structure` when the plan, an assignment or the roster
 * moves; `everything` with each change; `about(student)` with those of one student, so that a score renders one row.
 */
export function classRecords() {
  const snapshot = shallowRef<ClassSnapshot | null>(null)
  const structure = shallowRef<ClassSnapshot | null>(null)
  const everything = shallowRef<ClassSnapshot | null>(null)
  /** Assignments that came from the classroom app, with the address of each there. */
  const sources = shallowRef<Readonly<Record<string, string>>>({})
  const rows = new Map<string, Ref<number>>()
  const spreadsMoved = new Set<(assignmentId: string | null) => void>()
  let grades: Grades | null = null
  let unsent: Set<string> | null = null
  let held = new Set<string>()
  /** What the last exchange left. */
  const left = shallowRef<OutOfSync['left']>([])

  /** Counts the changes of one student's row: what a row of a sheet is rendered again by. */
  function versionOf(studentId: string): Ref<number> {
    let row = rows.get(studentId)
    if (!row) rows.set(studentId, (row = ref(0)))
    return row
  }
  const renewRow = (studentId: string) => void versionOf(studentId).value++

  /** The class, read for what is shown of one student. */
  function about(studentId: string): ClassSnapshot {
    void versionOf(studentId).value
    return structure.value!
  }

  /** Puts a class in the place of the one before. */
  function put(read: ClassSnapshot, outOfSync: OutOfSync | null, from: Readonly<Record<string, string>>): void {
    sources.value = from
    unsent = outOfSync && new Set(outOfSync.unsent)
    held = new Set(outOfSync?.held)
    left.value = outOfSync?.left ?? []
    snapshot.value = structure.value = everything.value = markRaw(read)
    moveAll()
  }

  /** Computes everything again, as when the plan changed. */
  function moveAll(): void {
    if (!snapshot.value) return
    grades = new Grades(snapshot.value)
    for (const moved of spreadsMoved) moved(null)
    showAnew()
  }
  /** Makes everything shown again, as when another period is looked at. */
  function showAnew(): void {
    triggerRef(structure)
    triggerRef(everything)
    for (const { id } of snapshot.value?.students ?? []) renewRow(id)
  }

  /** Applies changes to the records, and tells those whom they move. */
  function apply(changes: readonly Change[]): void {
    for (const each of changes) applyChange(snapshot.value!.records, each)
    if (changes.some(({ kind }) => kinds[kind].moves === 'class')) return moveAll()
    const students = new Set<string>()
    for (const { kind, id } of changes) {
      const [studentId, second] = partsOf(id) as [string, string]
      const { moves } = kinds[kind]
      students.add(studentId)
      if (moves === 'score') {
        grades?.rescore(studentId, second)
        unsent?.add(id)
        for (const moved of spreadsMoved) moved(second)
      } else if (moves === 'override') grades?.reoverride(studentId)
    }
    for (const id of students) renewRow(id)
    triggerRef(everything)
  }

  /** A record as it stands, whoever asks: nothing is made again by it. */
  function peek<K extends Kind>(kind: K, id: string): Readonly<RecordOf<K>> {
    return record(snapshot.value!.records, kind, id)
  }
  /** A record; what is shown of it is made again when it moves. */
  function get<K extends Kind>(kind: K, id: string): Readonly<RecordOf<K>> {
    const { moves } = kinds[kind]
    if (moves === 'class') void structure.value
    else void about(partsOf(id)[0]!)
    return peek(kind, id)
  }

  return {
    snapshot,
    sources,
    left,
    structure,
    everything,
    about,
    versionOf,
    renewRow,
    put,
    moveAll,
    showAnew,
    apply,
    peek,
    get,
    grades: () => grades,
    /** Hears of each assignment whose scores moved; null when all of them did. */
    onScores: (moved: (assignmentId: string | null) => void) => void spreadsMoved.add(moved),
    isUnsent: (cellId: string) => unsent?.has(cellId) ?? false,
    isHeld: (cellId: string) => held.has(cellId),
    /** What both sides made of a score was decided: it waits no more. */
    settled(cellId: string): void {
      held.delete(cellId)
      left.value = left.value.filter((each) => jointId(each.studentId, each.assignmentId) !== cellId)
      renewRow(partsOf(cellId)[0]!)
    },
  }
}
export type ClassRecords = ReturnType<typeof classRecords>
