import { fieldFault } from '#core/fields'
import { say } from '~/words/say'
import type { z } from 'zod'
import { schemas } from '#core/kinds'
import { levelMethods } from '#core/proficiency/methods'
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

/** Reads a whole number by the record's own schema. */
export function readCount(schema: z.ZodType<number>) {
  return (text: string): Read => {
    const typed = text.trim()
    if (!/^-?\d{1,6}$/.test(typed)) return { problem: 'Write a whole number.' }
    const parsed = schema.safeParse(Number(typed))
    return parsed.success ? { kept: String(parsed.data) } : { problem: say(fieldFault(parsed.error.issues[0])) }
  }
}

function answer(schema: z.ZodType<string>, text: string): Read {
  const parsed = schema.safeParse(text)
  return parsed.success ? { kept: parsed.data } : { problem: say(fieldFault(parsed.error.issues[0])) }
}

export const readers = {
  categoryName: readText(schemas.category.shape.name),
  categoryShortName: readText(schemas.category.shape.shortName),
  weight: readNumber(schemas.category.shape.weight),
  lowLine: readNumber(schemas.plan.shape.lowLine),
  percent: readNumber(schemas.plan.shape.lowLine),
  points: readNumber(schemas.assignment.shape.points),
  decay: readNumber(levelMethods['decaying average'].settings.shape.decay),
  dropCount: readCount(schemas.category.shape.dropCount),
  last: readCount(levelMethods['mean of the last'].settings.shape.last),
  leastEvidence: readCount(schemas.plan.shape.proficiency.shape.leastEvidence),
  scaleName: readText(schemas.scale.shape.name),
}
