import type { CivilDate } from '../calendar/date'
import type { Decimal } from '../number/decimal'
import type { Mark } from '../scores/score'

/**
 * What goes between here and another system, in the words of the job. What it looks like on the wire is known to
 * `core/formats` alone. Fields of a class, a student and a period hold the ids that the other side gave them.
 */
export interface ThingFields {
  category: { name: string; weight: Decimal }
  assignment: {
    name: string
    shortName: string
    description: string
    dueOn: CivilDate | null
    classId: string
    categoryId: string
    periodId: string
    points: Decimal
    multiplier: Decimal
    counts: boolean
    standardIds: string[]
  }
  score: {
    assignmentId: string
    studentId: string
    /** Points earned, or what a percent or label is worth. */
    earned: number | null
    /** A label or level as it was typed. */
    text: string | null
    marks: Mark[]
    /** What the family reads; a private note stays here. */
    note: string
  }
  /** A declared period, to which grades belong. */
  term: { name: string; lastDay: CivilDate; classId: string; categoryId: string; periodId: string }
  grade: {
    termId: string
    studentId: string
    percent: number | null
    label: string | null
    remark: string
    /** The computed grade beside the teacher's own, and why. */
    computed: string | null
    reason: string
    /** The grade without the points of the course's level. */
    unadjusted: string | null
    levels: SentLevel[]
  }
}

/** A student's level of a standard; `own` tells the calculated one and the reason, where it is the teacher's. */
export interface SentLevel {
  standardId: string
  value: number
  label: string
  own: string | null
}

export type ThingType = keyof ThingFields

/** In the order in which they can be sent: what others refer to comes first. */
export const thingTypes = ['category', 'assignment', 'score', 'term', 'grade'] as const satisfies readonly ThingType[]

/** Some of the fields, whatever they are of: what a comparison looks at. */
export type Fields = Record<string, unknown>

/** One thing by its id. */
export type Thing = { [T in ThingType]: { type: T; id: string; fields: ThingFields[T] } }[ThingType]

/** A thing of a class that the other side is to hold. */
export type Sendable = Thing & {
  /** What a teacher calls it. */
  title: string
  /** Whom and what it is about, where it is of one student or one assignment. */
  studentId?: string
  assignmentId?: string
}
