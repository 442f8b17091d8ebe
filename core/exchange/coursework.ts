import type { CivilDate } from '../calendar/date'
import type { Decimal } from '../number/decimal'
import type { Mark } from '../scores/score'

/** A piece of work of the classroom app, in the words of the job. */
export interface Coursework {
  id: string
  title: string
  description: string
  topic: string
  workType: string
  dueOn: CivilDate | null
  points: Decimal
  /** Where it is opened there; empty where the app does not say. */
  link: string
  /** When it changed there last, where that is said. */
  changedAt?: string | null
  /** What the source itself says of its place in the gradebook, where no rule does. */
  own?: { categoryId: string | null; multiplier: Decimal; counts: boolean; standardIds: string[] }
}

/** What a student has for it there. */
export interface CourseworkResult {
  courseworkId: string
  /** The student by the id that the app gave. */
  studentId: string
  earned: number | null
  text: string | null
  marks: Mark[]
  note: string
  changedAt?: string | null
}

/** A class of the classroom app, and who is in it. */
export interface AppClass {
  id: string
  title: string
  students: { id: string; name: string }[]
}
