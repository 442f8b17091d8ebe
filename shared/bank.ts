import { z } from 'zod'
import { schemas } from '../core/kinds'
import { bankEntryAsSeen } from './class'

/** The banks that a person sees, and the records of them that are theirs to change. */
export const bankResponse = z.object({
  bank: z.array(bankEntryAsSeen),
  own: z.record(z.string(), schemas.bankEntry),
  stars: z.record(z.string(), schemas.bankStar),
  /** In how many remarks of the teacher's classes an entry stands, by its id. */
  uses: z.record(z.string(), z.number()),
})
export type BankResponse = z.infer<typeof bankResponse>
