import { randomBytes } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { applyMigrations, openDb, type DbHandle } from '../../server/database/client'
import { readMigrations } from '../../server/database/migrations'

const folder = fileURLToPath(new URL('../../server/database/migrations/', import.meta.url))

/** A database of its own on the PostgreSQL server of TEST_DATABASE_URL; undefined where there is none. */
export async function freshDatabaseUrl(): Promise<string | undefined> {
  const server = process.env.TEST_DATABASE_URL
  if (!server) return undefined
  const name = `yukata_${randomBytes(6).toString('hex')}`
  const client = new pg.Client({ connectionString: server })
  await client.connect()
  await client.query(`create database ${name}`)
  await client.end()
  const url = new URL(server)
  url.pathname = `/${name}`
  return url.toString()
}

/** Empty records: the built-in database in memory, or a database of its own on the PostgreSQL server that is given. */
export async function emptyRecords(): Promise<DbHandle> {
  const handle = await openDb({ databaseUrl: await freshDatabaseUrl(), dataDir: 'memory://' })
  await applyMigrations(handle.db, await readMigrations((path) => readFile(folder + path, 'utf8')))
  return handle
}
