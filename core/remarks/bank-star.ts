import { z } from 'zod'
import { kind } from '../kind'

const schema = z.strictObject({ starred: z.boolean() })
export type BankStar = z.infer<typeof schema>

/** Whether a teacher has starred an entry of a bank, by the entry's id. */
export const bankStar = kind({ names: ['itself'], schema, blank: { starred: false }, moves: 'class' })
