import { z } from 'zod'
import { text } from '../core/fields'

/** So much text has a list: a class of 180 with every score of a year stays below. */
export const LIST_BYTES = 8_000_000
// Some signs have no glyph to be drawn with: text is made fit for paper as it is for records.
const words = text(4_000)

/** A list in words, as it is read on the page that asks for it. */
export const listRequest = z
  .strictObject({
    title: text(300).min(1),
    /** What it is of and as of when. */
    under: text(600),
    columns: z
      .array(z.strictObject({ head: text(80), isNumber: z.boolean() }))
      .min(1)
      .max(16),
    rows: z.array(z.array(words)).max(40_000),
  })
  .refine(({ columns, rows }) => rows.every((row) => row.length === columns.length))
export type List = z.infer<typeof listRequest>
