import { z } from 'zod'
import { civilDate, text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({
  /** The day by which every class is to be declared. */
  dueOn: civilDate.nullable(),
  /** Grades and remarks are as they are; a class is opened by a grant alone. */
  closed: z.boolean(),
})
export type ReportingWindow = z.infer<typeof schema>

/** When grades of a period are taken in, as the district's office says. */
export const reportingWindow = kind({
  names: ['period'],
  schema,
  blank: { dueOn: null, closed: false },
  moves: 'class',
})

/** A teacher's wish that a closed period be opened for the class. */
export const windowRequest = kind({
  names: ['period'],
  schema: z.strictObject({ asked: z.boolean(), reason: text(500) }),
  blank: { asked: false, reason: '' },
  moves: 'class',
})

/** The office's answer: a closed period is open for a class, or the wish is answered with no. */
export const windowGrant = kind({
  names: ['section', 'period'],
  schema: z.strictObject({ granted: z.boolean(), answer: text(500) }),
  blank: { granted: false, answer: '' },
  moves: 'class',
})

/** What the window of a period is for one class. */
export interface ClassWindow {
  dueOn: string | null
  isClosed: boolean
  /** What the office answered last; empty where it did not. */
  answer: string
}
