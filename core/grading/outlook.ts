import type { Desired } from '../desired'
import type { Kind, RecordOf } from '../kinds'
import { copyOf, put, record } from '../records'
import type { ClassSnapshot } from '../section'
import { Grades } from './grades'
import { movesBetween } from './moves'

/** Returns the class as it would be after the wanted changes. */
export function after(snapshot: ClassSnapshot, desired: readonly Desired[]): ClassSnapshot {
  const records = copyOf(snapshot.records)
  for (const { kind, id, to } of desired)
    put(records, kind, id, { ...record(records, kind, id), ...to } as RecordOf<Kind>)
  return { ...snapshot, records }
}

/**
 * Counts the grades of some periods that would be shown another way after the wanted changes.
 *
 * @example gradesMoved(snapshot, [{ kind: 'category', id: 'tests', to: { dropCount: 1 } }], ['q1']) // 12
 */
export function gradesMoved(snapshot: ClassSnapshot, desired: readonly Desired[], periodIds: Iterable<string>): number {
  const [now, then] = [new Grades(snapshot), new Grades(after(snapshot, desired))]
  return [...periodIds].reduce((sum, id) => sum + movesBetween(now, then, id).grades, 0)
}
