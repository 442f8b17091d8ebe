import { z } from 'zod'
import { decimal } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({ level: decimal.nullable() })
export type Evidence = z.infer<typeof schema>

/** A level that the teacher gave a student for a standard on an assignment. */
export const evidence = kind({
  names: ['student', 'assignment', 'standard'],
  schema,
  blank: { level: null },
  moves: 'row',
})
