import { z } from 'zod'
import { civilDate } from '../fields'

/** When a family sees an assignment. */
export const visibility = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('now') }),
  z.strictObject({ from: z.literal('due date') }),
  z.strictObject({ from: z.literal('days before'), days: z.int().min(1).max(60) }),
  z.strictObject({ from: z.literal('date'), date: civilDate }),
  z.strictObject({ from: z.literal('never') }),
])
export type Visibility = z.infer<typeof visibility>
