import { z } from 'zod'
import { id, percent } from '../fields'

/** How a longer period gets its grade. */
export const composition = z.discriminatedUnion('rule', [
  z.strictObject({
    rule: z.literal('compose'),
    /** By child period; one that is not named has the weight of its kind. */
    weights: z.record(id, percent),
    enters: z.enum(['exact', 'displayed']),
  }),
  z.strictObject({ rule: z.literal('all work') }),
])
export type Composition = z.infer<typeof composition>
