import type { Level } from '../scales/proficiency'

/** A standard of a period, and a student's level of it. */
export interface StandardLevel {
  standardId: string
  code: string
  statement: string
  /** Null for not enough evidence. */
  level: Level | null
  isArea: boolean
  habit: boolean
}
