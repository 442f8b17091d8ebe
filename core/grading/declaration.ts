import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({ declared: z.boolean(), reason: text(500) })
export type Declaration = z.infer<typeof schema>

/** Whether a grading period is declared complete for the class. */
export const declaration = kind({
  names: ['period'],
  schema,
  blank: { declared: false, reason: '' },
  closes: true,
  moves: 'class',
})
