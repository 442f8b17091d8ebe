import type { SentLevel } from '../exchange/thing'
import type { DeclaredCard } from '../families/declared-card'

/** Everything of a student that stands on a card or goes to the SIS, as it was when the period was declared complete. */
export interface DeclaredGrade {
  studentId: string
  /** The grade as reported: with its course-level points, where the plan adds them. */
  percent: string | null
  label: string | null
  /** The grade before its course-level points, where they were added. */
  unadjusted: string | null
  overridden: boolean
  computedPercent: string | null
  computedLabel: string | null
  remark: string
  /** Why the teacher gave another grade, for the SIS. */
  reason: string
  /** Null for a declaration of before these were kept. */
  card: DeclaredCard | null
  /** The levels of the district's standards, for the SIS. */
  sent: SentLevel[] | null
}
