import type { CivilDate } from '../calendar/date'

/** What a family sees of a grade: on the card, and in their view of the gradebook. */
export interface FamilyGrade {
  percent: string | null
  label: string | null
  /** The grade before its course-level points, where they were added. */
  unadjusted: string | null
  /** What the scores come to, where the teacher gave another grade. */
  computed: string | null
  /** The day by which it is to be made good, where the grade is incomplete: no figure stands then. */
  incompleteUntil: CivilDate | null
  /** What the teacher wrote to the family beside their own grade. The reason for the record is never in it. */
  line: string
}
