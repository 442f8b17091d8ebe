import fc from 'fast-check'
import type { z } from 'zod'

type Def = { type: string } & Record<string, unknown>

/**
 * Draws values that a Zod schema accepts. Text is drawn from a pool, out of which each place takes what it accepts.
 *
 * @param pool texts that mean something: ids that are there and ids that are not, numbers at every edge, dates, words
 * @throws Error for a type of schema that no record uses yet, and for text that takes nothing of the pool
 * @example fc.sample(arbitraryOf(z.boolean(), []), 1) // [true]
 */
export function arbitraryOf(schema: z.ZodType, pool: readonly string[]): fc.Arbitrary<unknown> {
  const def = schema._zod.def as unknown as Def
  const of = (part: unknown) => arbitraryOf(part as z.ZodType, pool)
  switch (def.type) {
    case 'object': {
      const shape = def.shape as Record<string, z.ZodType>
      const needed = Object.keys(shape).filter((key) => shape[key]!._zod.def.type !== 'optional')
      const parts = Object.fromEntries(Object.entries(shape).map(([key, part]) => [key, of(part)]))
      return accepted(schema, fc.record(parts, { requiredKeys: needed }))
    }
    case 'array':
      return accepted(schema, fc.array(of(def.element), { maxLength: 5 }))
    case 'record':
      return fc.dictionary(of(def.keyType) as fc.Arbitrary<string>, of(def.valueType), { maxKeys: 4 })
    case 'union':
      return fc.oneof(...(def.options as z.ZodType[]).map(of))
    case 'nullable':
      return fc.option(of(def.innerType), { freq: 4 })
    case 'optional':
    case 'default':
    case 'readonly':
      return of(def.innerType)
    case 'enum':
      return fc.constantFrom(...Object.values(def.entries as Record<string, string>))
    case 'literal':
      return fc.constantFrom(...(def.values as unknown[]))
    case 'boolean':
      return fc.boolean()
    case 'number':
      return accepted(schema, fc.oneof(fc.integer({ min: 0, max: 12 }), fc.integer()))
    case 'string': {
      const fit = pool.filter((text) => schema.safeParse(text).success)
      if (fit.length === 0) throw new Error('No text of the pool is accepted here.')
      return fc.constantFrom(...fit)
    }
    default:
      throw new Error(`No values are drawn for a schema of type ${def.type}.`)
  }
}

const accepted = (schema: z.ZodType, drawn: fc.Arbitrary<unknown>) =>
  drawn.filter((value) => schema.safeParse(value).success)
