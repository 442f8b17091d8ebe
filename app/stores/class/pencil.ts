import type { Change } from '#core/acts/act'
import { applyChange, changeTo } from '#core/acts/apply'
import { Grades } from '#core/grading/grades'
import { kindNames } from '#core/kinds'
import { copyOf, entriesOf, find, type Records } from '#core/records'
import type { ClassRecords } from './records'
import { keepDrafts } from '~/composables/useDraft'

/** What is tried in a class without being kept: the records before, and the grades that they made. */
export function classPencil(records: ClassRecords) {
  const { snapshot } = records
  const pencil = shallowRef<{ records: Records; grades: Grades } | null>(null)

  /** Takes up the pencil: from now on changes are tried and not kept. */
  function take(): void {
    // What was half written before is kept, and cannot be rubbed out.
    keepDrafts(false)
    begin()
  }
  function begin(): void {
    const it = snapshot.value!
    const before = copyOf(it.records)
    pencil.value = { records: before, grades: new Grades({ ...it, records: before }) }
  }

  /** Has the pencil in hand again over a class that was read anew, with what was tried on top of it. */
  function again(tried: readonly Change[]): void {
    begin()
    records.apply(tried)
  }

  /** Everything that was tried, as changes of what is kept. */
  function tried(): Change[] {
    if (!pencil.value) return []
    const before = pencil.value.records
    return kindNames.flatMap((kind) =>
      entriesOf(snapshot.value!.records, kind).flatMap(([id, now]) =>
        now === find(before, kind, id) ? [] : (changeTo(before, kind, id, now) ?? []),
      ),
    )
  }

  /** Puts the pencil away: the class is as before, and what was tried is given back. */
  function away(): Change[] {
    if (!pencil.value) return []
    const changes = tried()
    Object.assign(snapshot.value!.records, pencil.value.records)
    pencil.value = null
    records.moveAll()
    return changes
  }

  /** Applies what was kept meanwhile; what stands in pencil stays as it was tried. */
  function applyUnder(changes: readonly Change[]): void {
    const before = pencil.value?.records
    const free = before
      ? changes.filter(({ kind, id }) => !changeTo(before, kind, id, records.peek(kind, id)))
      : changes
    records.apply(free)
    if (before) for (const each of changes) applyChange(before, each)
  }

  return { pencil, take, again, tried, away, applyUnder }
}
export type ClassPencil = ReturnType<typeof classPencil>
