import { accessSync, constants, mkdirSync } from 'node:fs'
import { statfs } from 'node:fs/promises'
import { resolve } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { sql, type ExtractTablesWithRelations } from 'drizzle-orm'
import type { MigrationMeta } from 'drizzle-orm/migrator'
import type { PgDatabase, PgDialect, PgQueryResultHKT, PgSession } from 'drizzle-orm/pg-core'
import { lockFolder } from './lock'
import * as schema from './schema'
import { StartFault } from './start-faults'

/** What every service takes: either driver, or a transaction of either. Never the outer one inside a transaction. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>

/** Whether saves can be taken just now, or what the disk lacks. */
export type Room = 'room' | 'full' | 'read-only'

/** Listens for the scope of every act that any process takes; `gap` says that some may have gone unheard. */
export interface Hearing {
  scope(id: string): void
  gap(): void
}

export interface DbHandle {
  db: Db
  driver: 'pglite' | 'postgresql'
  room(): Promise<Room>
  /** Sends statements as they are: several without values, one with them. */
  execute(text: string, values?: unknown[]): Promise<{ rows: unknown[]; rowCount: number }>
  /** Begins to hear; gives what ends it. One connection for the process, however many listen to it. */
  listen(hearing: Hearing): Promise<() => Promise<void>>
  close(): Promise<void>
}

export interface DbOptions {
  /** A PostgreSQL server; left empty, the folder is used. */
  databaseUrl?: string
  /** Folder of the built-in database, or `memory://`. */
  dataDir: string
}

/** The channel on which the database tells of acts, with the scope of each. */
export const CHANNEL = 'yukata_acts'

const UPKEEP_MS = 15 * 60_000
/** What the disk has to have left for a save to be taken: a few segments of the database's log. */
const SPARE_BYTES = 64 * 1024 * 1024
const CONNECT_MS = 5000
const SLOWEST_MS = 60_000
const AGAIN_MS = 2000

/**
 * Opens the records, on a PostgreSQL server or in a folder.
 *
 * @throws with one sentence for a person when the folder is in use or cannot be written
 * @example const { db, close } = await openDb({ dataDir: 'memory://' })
 */
export function openDb(options: DbOptions): Promise<DbHandle> {
  return options.databaseUrl ? openServer(options.databaseUrl) : openFolder(options.dataDir)
}

async function openServer(connectionString: string): Promise<DbHandle> {
  const [{ drizzle }, { default: pg }] = await Promise.all([import('drizzle-orm/node-postgres'), import('pg')])
  const pool = new pg.Pool({
    connectionString,
    max: 10,
    connectionTimeoutMillis: CONNECT_MS,
    statement_timeout: SLOWEST_MS,
    idle_in_transaction_session_timeout: SLOWEST_MS,
    keepAlive: true,
  })
  // A connection that breaks while nobody uses it is no fault of the process; the pool makes another.
  pool.on('error', () => {})
  return {
    db: drizzle(pool, { schema }),
    driver: 'postgresql',
    room: async () => 'room',
    execute: async (text, values) => {
      const { rows, rowCount } = await pool.query(text, values)
      return { rows: rows as unknown[], rowCount: rowCount ?? 0 }
    },
    async listen(hearing) {
      let over = false
      let client: InstanceType<typeof pg.Client> | undefined
      const connect = async (): Promise<void> => {
        if (over) return
        const own = (client = new pg.Client({ connectionString, connectionTimeoutMillis: CONNECT_MS, keepAlive: true }))
        let broken = false
        const again = () => {
          if (broken) return
          broken = true
          own.removeAllListeners('notification')
          if (!over) setTimeout(() => void connect().catch(() => {}), AGAIN_MS).unref()
        }
        own.on('error', again)
        own.on('end', again)
        own.on('notification', ({ payload }) => hearing.scope(payload ?? ''))
        try {
          await own.connect()
          await own.query(`listen ${CHANNEL}`)
          hearing.gap()
        } catch {
          again()
        }
      }
      await connect()
      return async () => {
        over = true
        await client?.end().catch(() => {})
      }
    },
    close: () => pool.end(),
  }
}

/**
 * The built-in database answers within the process, without ever waiting for anything outside of it: whoever asks it
 * twenty questions would let nobody else be heard meanwhile. So each question waits for its turn.
 */
function inTurns<C extends { query(...asked: never[]): Promise<unknown> }>(client: C): C {
  const query = client.query.bind(client)
  client.query = (async (...asked) => {
    await setImmediate()
    return query(...asked)
  }) as C['query']
  return client
}

async function openFolder(dataDir: string): Promise<DbHandle> {
  const [{ drizzle }, { PGlite }] = await Promise.all([import('drizzle-orm/pglite'), import('@electric-sql/pglite')])
  const handleOf = (client: InstanceType<typeof PGlite>): Omit<DbHandle, 'room' | 'close'> => ({
    db: drizzle(inTurns(client), { schema }),
    driver: 'pglite',
    listen: (hearing) => client.listen(CHANNEL, (scope) => hearing.scope(scope)),
    execute: async (text, values) => {
      const results = values?.length ? [await client.query(text, values)] : await client.exec(text)
      const { rows = [], affectedRows = 0 } = results.at(-1) ?? {}
      return { rows, rowCount: affectedRows }
    },
  })
  if (dataDir === 'memory://') {
    const client = await PGlite.create(dataDir)
    return { ...handleOf(client), room: async () => 'room', close: () => client.close() }
  }
  const dir = resolve(dataDir)
  makeWritable(dir)
  const unlock = await lockFolder(dir)
  const { openDurable } = await import('./durable')
  const client = await openDurable(dir)
  // A single-user database has no background housekeeping: without this its log and tables only grow.
  const upkeep = async () => {
    await client.exec('vacuum (analyze)')
    await client.exec('checkpoint')
  }
  const timer = setInterval(() => void upkeep().catch(() => {}), UPKEEP_MS).unref()
  return {
    ...handleOf(client),
    room: () => roomIn(dir),
    async close() {
      clearInterval(timer)
      await client.exec('checkpoint').catch(() => {})
      await client.close()
      unlock()
    },
  }
}

function makeWritable(dir: string): void {
  try {
    mkdirSync(dir, { recursive: true, mode: 0o700 }) // PGlite writes files that anyone may read
    accessSync(dir, constants.W_OK)
  } catch (error) {
    const why = (error as NodeJS.ErrnoException).code === 'EROFS' ? 'its disk is read-only' : 'it may not be written'
    throw new StartFault(
      `The folder of the records, ${dir}, cannot be used: ${why}. Choose another by NUXT_DATA_DIR.`,
      {
        cause: error,
      },
    )
  }
}

/** Looked at before a save is tried: a database that runs out of disk in the middle of one has to be started again. */
async function roomIn(dir: string): Promise<Room> {
  try {
    accessSync(dir, constants.W_OK)
  } catch {
    return 'read-only'
  }
  const { bavail, bsize } = await statfs(dir)
  return bavail * bsize < SPARE_BYTES ? 'full' : 'room'
}

/** One after the other, whichever process starts first. */
const MIGRATING = 7_241_960

/** Brings the schema up to date with drizzle's own dialect; the files may come from anywhere. */
export async function applyMigrations(db: Db, migrations: MigrationMeta[]): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${MIGRATING})`)
    const { dialect, session } = tx as unknown as { dialect: PgDialect; session: PgSession }
    // All of it in this one transaction: the dialect's own would be another, which not every driver has inside one.
    const within = Object.assign(Object.create(session) as PgSession, {
      transaction: (work: (own: Db) => unknown) => work(tx),
    })
    await dialect.migrate(migrations, within, {} as never)
  })
}
