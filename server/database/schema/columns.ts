import { check, date, numeric, text, timestamp, type PgColumn } from 'drizzle-orm/pg-core'
import { sql, type SQL } from 'drizzle-orm'

/** Ids are opaque to everyone: ours are random, and what an earlier release or a partner made stays as it was made. */
export const id = () => text('id').primaryKey()
/** Points, percents, multipliers, weights and bounds: up to three decimals, and exactly what was typed. */
export const decimal = (name: string) => numeric(name, { precision: 12, scale: 3 })
/** A civil day. */
export const day = (name: string) => date(name, { mode: 'string' })
export const instant = (name: string) => timestamp(name, { withTimezone: true })

/** Everything that came from outside keeps the sender's id beside ours. */
export const sourced = () => text('sourced_id').unique()

/** Holds a column to the words that it may be. */
export const oneOf = (name: string, column: PgColumn, words: readonly string[]) =>
  check(name, sql`${column} in (${sql.raw(words.map((word) => `'${word}'`).join(', '))})`)

/** One part of an id that joins several. */
export const partOf = (place: number): SQL => sql.raw(`split_part(id, '/', ${place})`)
