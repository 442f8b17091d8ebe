import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'
import { pronounSets } from './pronouns'

const schema = z.strictObject({
  /** What the student is called; empty as the roster has it. */
  givenName: text(60),
  /** Asked for where the roster is silent. */
  pronouns: z.enum(pronounSets).nullable(),
})
export type CalledAs = z.infer<typeof schema>

/** How a teacher writes of a student, where the roster does not say it. */
export const calledAs = kind({
  names: ['student'],
  schema,
  blank: { givenName: '', pronouns: null },
  moves: 'row',
})
