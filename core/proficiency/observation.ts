import { z } from 'zod'
import { civilDate, decimal, text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({
  /** Null is none: an observation that was taken back. */
  level: decimal.nullable(),
  on: civilDate.nullable(),
  note: text(500),
})
export type Observation = z.infer<typeof schema>

/** What a teacher saw of a student and a standard on a day, without an assignment. */
export const observation = kind({
  names: ['student', 'standard', 'itself'],
  schema,
  blank: { level: null, on: null, note: '' },
  moves: 'row',
})
