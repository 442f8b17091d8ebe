import { z } from 'zod'
import { act, actKinds, change } from '../core/acts/act'
import { schemas, type Kind } from '../core/kinds'
import { civilDate, count, id } from '../core/fields'
import { idSchemas } from '../core/kinds'

const kind = z.enum(Object.keys(schemas) as [Kind, ...Kind[]])

export const historyQuery = z
  .object({ kind, record: z.string() })
  .refine(({ kind, record }) => idSchemas[kind].safeParse(record).success, {
    message: 'field.id',
    path: ['record'],
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

/** What of a class's history is wanted; `before` is the number of the last act that was seen. */
export const classHistoryQuery = z.object({
  before: z.coerce.number().pipe(count).optional(),
  kind: kind.optional(),
  act: z.enum(actKinds).optional(),
  by: id.optional(),
  student: id.optional(),
  assignment: id.optional(),
  from: civilDate.optional(),
  until: civilDate.optional(),
})
export type ClassHistoryQuery = z.infer<typeof classHistoryQuery>

/** One act on a class, with the changes that were made. `of` is the act that it takes back or does again. */
export const classAct = z.object({
  seq: z.number(),
  id: z.string(),
  kind: z.enum(actKinds),
  byId: z.string(),
  by: z.string(),
  at: z.string(),
  of: z.string().nullable(),
  changes: z.array(change),
})
export type ClassAct = z.infer<typeof classAct>
export const classHistoryResponse = z.array(classAct)

/** A person's own latest acts on a class in the order in which they were taken; acts of one batch together. */
export const stepsResponse = z.array(z.array(z.object({ scope: z.string(), seq: z.number(), ago: z.number(), act })))

export const asOfQuery = z.object({ day: civilDate })

/** An act, and the class that it is on. */
export const news = z.object({ scope: id, act: classAct })
export type News = z.infer<typeof news>

/** Classes, and of each the number of the last act that the asker has: `A:12 B:7`. */
const KNOWN = /^([A-Za-z0-9][A-Za-z0-9._:-]{0,79}):(\d{1,15})$/
const known = z
  .string()
  .max(4000)
  .transform((text) => text.split(' '))
  .pipe(z.array(z.string().regex(KNOWN)).min(1).max(30))
  .transform((pairs) => new Map(pairs.map((pair) => [KNOWN.exec(pair)![1]!, Number(KNOWN.exec(pair)![2])])))
export const newsQuery = z.object({ known })
export const knownParameter = (of: ReadonlyMap<string, number>): string =>
  [...of].map(([scope, seq]) => `${scope}:${seq}`).join(' ')
