import { mkdirSync } from 'node:fs'
import { resolve } from 'node:path'
import type { ExtractTablesWithRelations } from 'drizzle-orm'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import type { PgDatabase, PgDialect, PgQueryResultHKT, PgSession } from 'drizzle-orm/pg-core'
import { lockFolder } from './lock'
import * as schema from './schema'

/** What every service takes: either driver, or a transaction of either. Never the outer one inside a transaction. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>

export interface DbHandle {
  db: Db
  driver: 'pglite' | 'postgresql'
  close(): Promise<void>
}

export interface DbOptions {
  /** A PostgreSQL server; left empty, the folder is used. */
  databaseUrl?: string
  /** Folder of the built-in database, or `memory://`. */
  dataDir: string
}

const UPKEEP_MS = 15 * 60_000

/**
 * Opens the records, on a PostgreSQL server or in a folder.
 *
 * @throws when the folder is in use by another process
 * @example const { db, close } = await openDb({ dataDir: 'memory://' })
 */
export async function openDb(options: DbOptions): Promise<DbHandle> {
  if (options.databaseUrl) {
    const [{ drizzle }, { default: pg }] = await Promise.all([import('drizzle-orm/node-postgres'), import('pg')])
    const pool = new pg.Pool({ connectionString: options.databaseUrl, max: 10 })
    return { db: drizzle(pool, { schema }), driver: 'postgresql', close: () => pool.end() }
  }
  const [{ drizzle }, { PGlite }] = await Promise.all([import('drizzle-orm/pglite'), import('@electric-sql/pglite')])
  if (options.dataDir === 'memory://') {
    const client = await PGlite.create(options.dataDir)
    return { db: drizzle(client, { schema }), driver: 'pglite', close: () => client.close() }
  }
  const dir = resolve(options.dataDir)
  mkdirSync(dir, { recursive: true, mode: 0o700 }) // PGlite writes files that anyone may read
  const unlock = await lockFolder(dir)
  const client = await PGlite.create(dir)
  // A single-user database has no background housekeeping: without this its log and tables only grow.
  const upkeep = async () => {
    await client.exec('vacuum (analyze)')
    await client.exec('checkpoint')
  }
  const timer = setInterval(() => void upkeep().catch(() => {}), UPKEEP_MS).unref()
  return {
    db: drizzle(client, { schema }),
    driver: 'pglite',
    async close() {
      clearInterval(timer)
      await client.exec('checkpoint')
      await client.close()
      await unlock()
    },
  }
}

/** Brings the schema up to date with drizzle's own dialect; the files may come from anywhere. */
export async function applyMigrations(db: Db, migrations: MigrationMeta[]): Promise<void> {
  const { dialect, session } = db as unknown as { dialect: PgDialect; session: PgSession }
  await dialect.migrate(migrations, session, {} as never)
}
