import { z } from 'zod'
import { actKinds } from '../core/acts/act'
import { schemas, type Kind } from '../core/acts/records'

export const historyQuery = z.object({
  kind: z.enum(Object.keys(schemas) as [Kind, ...Kind[]]),
  record: z.string().min(1).max(250),
})

export const historyEntry = z.object({
  at: z.string(),
  by: z.string(),
  act: z.enum(actKinds).or(z.string()),
  from: z.record(z.string(), z.unknown()),
  to: z.record(z.string(), z.unknown()),
})
export type HistoryEntry = z.infer<typeof historyEntry>
export const historyResponse = z.array(historyEntry)
