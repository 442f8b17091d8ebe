import type { z } from 'zod'
import { schemas } from '#core/acts/records'
import { readDecimal } from '#core/number/decimal'

type Read = { kept: string } | { problem: string }

/** Reads a text field of a record by the record's own schema. */
export function readText(schema: z.ZodType<string>) {
  return (text: string): Read => answer(schema, text.trim())
}

/** Reads a decimal field of a record by the record's own schema: comma or point, needless zeros or not. */
export function readNumber(schema: z.ZodType<string>) {
  return (text: string): Read => answer(schema, readDecimal(text) ?? text.trim())
}

function answer(schema: z.ZodType<string>, text: string): Read {
  const parsed = schema.safeParse(text)
  return parsed.success ? { kept: parsed.data } : { problem: parsed.error.issues[0]!.message }
}

export const readers = {
  categoryName: readText(schemas.category.shape.name),
  categoryShortName: readText(schemas.category.shape.shortName),
  weight: readNumber(schemas.category.shape.weight),
  lowLine: readNumber(schemas.plan.shape.lowLine),
  percent: readNumber(schemas.plan.shape.lowLine),
}
