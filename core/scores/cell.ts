import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'
import { marks, value } from './score'

const schema = z.strictObject({
  value: value.nullable(),
  marks: z.array(z.enum(marks)).max(5),
  note: text(2000),
  noteFor: z.enum(['teacher', 'family']),
  /** The unusual score that was said to be meant: it is asked about no more for as long as it stands. */
  meant: text(20),
})
export type Cell = z.infer<typeof schema>

/** One student's record for one assignment. */
export const cell = kind({
  names: ['student', 'assignment'],
  schema,
  blank: { value: null, marks: [], note: '', noteFor: 'teacher', meant: '' },
  moves: 'score',
})
