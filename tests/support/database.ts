import { randomBytes } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { applyMigrations, openDb, type DbHandle } from '../../server/database/client'
import { readMigrations } from '../../server/database/migrations'

const folder = fileURLToPath(new URL('../../server/database/migrations/', import.meta.url))

/** A database of its own on the PostgreSQL server of TEST_DATABASE_URL; undefined where there is none. */
export const freshDatabaseUrl = (): Promise<string | undefined> =>
  onServer(async (server, query) => {
    const name = newName()
    await query(`create database ${name}`)
    return urlOf(server, name)
  })

/**
 * A copy of a database that is filled once: the first who asks makes it, whoever asks meanwhile waits.
 *
 * @param called names the template
 * @returns undefined where there is no PostgreSQL server
 */
export const copyOfDatabase = (
  called: string,
  fill: (url: string) => void | Promise<void>,
): Promise<string | undefined> =>
  onServer(async (server, query) => {
    const template = `template_${called.replace(/\W/g, '_')}`
    await query('select pg_advisory_lock(hashtext($1))', [template])
    const { rows } = await query('select 1 from pg_database where datname = $1', [template])
    if (rows.length === 0) {
      await query(`create database ${template}`)
      await fill(urlOf(server, template))
    }
    const name = newName()
    await query(`create database ${name} template ${template}`)
    return urlOf(server, name)
  })

/** Drops a database that this module made; whoever is still connected to it is cut off. */
export const dropDatabase = (url: string): Promise<unknown> =>
  onServer((_, query) => query(`drop database if exists ${new URL(url).pathname.slice(1)} with (force)`))

const newName = () => `yukata_${randomBytes(6).toString('hex')}`

type Query = (text: string, values?: unknown[]) => Promise<{ rows: unknown[] }>

async function onServer<T>(work: (server: string, query: Query) => Promise<T>): Promise<T | undefined> {
  const server = process.env.TEST_DATABASE_URL
  if (!server) return undefined
  const client = new pg.Client({ connectionString: server })
  await client.connect()
  try {
    return await work(server, (text, values) => client.query(text, values))
  } finally {
    // Its locks go with it.
    await client.end()
  }
}

function urlOf(server: string, name: string): string {
  const url = new URL(server)
  url.pathname = `/${name}`
  return url.toString()
}

/** Empty records: the built-in database in memory, or a database of its own on the PostgreSQL server that is given. */
export async function emptyRecords(): Promise<DbHandle> {
  const migrations = await readMigrations((path) => readFile(folder + path, 'utf8'))
  const migrated = await copyOfDatabase(`migrated_${migrations.length}`, async (url) => {
    const handle = await openDb({ databaseUrl: url, dataDir: '' })
    await applyMigrations(handle.db, migrations)
    await handle.close()
  })
  const handle = await openDb({ databaseUrl: migrated, dataDir: 'memory://' })
  if (!migrated) await applyMigrations(handle.db, migrations)
  return handle
}
