import { z } from 'zod'

/** So much text has a list: a class of 180 with every score of a year stays below. */
export const LIST_BYTES = 8_000_000
const words = z.string().max(4_000)

/** A list in words, as it is read on the page that asks for it. */
export const listRequest = z
  .strictObject({
    title: z.string().min(1).max(300),
    /** What it is of and as of when. */
    under: z.string().max(600),
    columns: z
      .array(z.strictObject({ head: z.string().max(80), isNumber: z.boolean() }))
      .min(1)
      .max(16),
    rows: z.array(z.array(words)).max(40_000),
  })
  .refine(({ columns, rows }) => rows.every((row) => row.length === columns.length))
export type List = z.infer<typeof listRequest>
