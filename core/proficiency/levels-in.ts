import type { Period } from '../calendar/periods'
import type { Level } from '../scales/proficiency'
import type { ClassSnapshot, Student } from '../section'
import { levelIn, windowOfLevels } from './level'

/** A standard of a period, and a student's level of it. */
export interface StandardLevel {
  standardId: string
  code: string
  statement: string
  /** Null for not enough evidence. */
  level: Level | null
}

/**
 * A student's levels, as they stand, of the standards that work of a reporting window is tagged with, in the order of the standards.
 *
 * @example levelsIn(snapshot, ann, quarter2)[0]?.level?.short // '3'
 */
export function levelsIn(snapshot: ClassSnapshot, student: Student, period: Period): StandardLevel[] {
  const window = windowOfLevels(snapshot, period)
  const tagged = new Set(window.flatMap((each) => each.standardIds))
  return snapshot.standards
    .filter(({ id }) => tagged.has(id))
    .map(({ id, code, statement }) => ({
      standardId: id,
      code,
      statement,
      level: levelIn(snapshot, student, id, period, window).effective,
    }))
}
