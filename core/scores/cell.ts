import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'
import { marks, value } from './score'

const schema = z.strictObject({
  value: value.nullable(),
  marks: z.array(z.enum(marks)).max(5),
  note: text(2000, 'A note has room for 2000 characters.'),
  noteFor: z.enum(['teacher', 'family']),
})
export type Cell = z.infer<typeof schema>

/** One student's record for one assignment. */
export const cell = kind({
  names: ['student', 'assignment'],
  schema,
  blank: { value: null, marks: [], note: '', noteFor: 'teacher' },
  moves: 'score',
})
