import { createHash } from 'node:crypto'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import { z } from 'zod'

const journalFile = z.object({
  entries: z.array(z.object({ tag: z.string(), when: z.number(), breakpoints: z.boolean() })),
})

/**
 * Reads the generated SQL migrations, in order.
 *
 * @param read gives the text of a file of the migrations folder
 */
export async function readMigrations(read: (path: string) => Promise<string>): Promise<MigrationMeta[]> {
  const { entries } = journalFile.parse(JSON.parse(await read('meta/_journal.json')))
  return Promise.all(
    entries.map(async ({ tag, when, breakpoints }) => {
      const text = await read(`${tag}.sql`)
      return {
        sql: text.split('--> statement-breakpoint'),
        bps: breakpoints,
        folderMillis: when,
        hash: createHash('sha256').update(text).digest('hex'),
      }
    }),
  )
}
