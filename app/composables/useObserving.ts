import { jointId } from '#core/kind'
import type { ClassStore } from '~/stores/class'

/**
 * The record of what is seen of a student and a standard on a day: one for each day, so that two who see the same on two
 * machines meet; a further one where the first was moved to another day.
 */
export function observationId(classStore: ClassStore, studentId: string, standardId: string, day: string): string {
  const id = jointId(studentId, standardId, day)
  const { on } = classStore.reads.get('observation', id)
  return on === null || on === day ? id : jointId(studentId, standardId, crypto.randomUUID())
}

/** Keeps what was seen of a student today. */
export function observe(
  classStore: ClassStore,
  seen: { studentId: string; standardId: string; day: string; level: string | null; note?: string },
): boolean {
  const { studentId, standardId, day, level, note } = seen
  const to = level === null ? { level } : { level, on: day, ...(note === undefined ? {} : { note }) }
  const id = observationId(classStore, studentId, standardId, day)
  return classStore.change('observe', [{ kind: 'observation', id, to }])
}
