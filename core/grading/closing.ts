import { z } from 'zod'
import { kind } from '../kind'

const schema = z.strictObject({
  /** The teacher has looked over every grade and level. */
  lookedOver: z.boolean(),
  /** There is no exam this time. */
  noExam: z.boolean(),
})
export type Closing = z.infer<typeof schema>

/** What a teacher has said of the closing of a period, beside what is counted. */
export const closing = kind({
  names: ['period'],
  schema,
  blank: { lookedOver: false, noExam: false },
  closes: true,
  moves: 'class',
})
