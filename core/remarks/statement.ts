import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({
  text: text(1000),
  /** Where it stands on each card: before the personal part, after it, or only where there is none. */
  stands: z.enum(['before', 'after', 'where empty']),
})
export type Statement = z.infer<typeof schema>

/** What is said of the whole class on the cards of a period. It is resolved for each student. */
export const statement = kind({
  names: ['period'],
  schema,
  blank: { text: '', stands: 'before' },
  closes: true,
  moves: 'class',
})
