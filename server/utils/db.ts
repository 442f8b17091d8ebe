import { applyMigrations, openDb, type Db, type DbHandle } from '../database/client'
import { readMigrations } from '../database/migrations'

let handle: Promise<DbHandle> | undefined
let ready = false

async function open(): Promise<DbHandle> {
  const config = useRuntimeConfig()
  const opened = await openDb({ databaseUrl: config.databaseUrl || process.env.DATABASE_URL, dataDir: config.dataDir })
  const assets = useStorage('assets:migrations')
  const migrations = await readMigrations(async (path) => {
    const raw = await assets.getItemRaw(path)
    if (typeof raw === 'string') return raw
    return raw instanceof Uint8Array ? Buffer.from(raw).toString('utf8') : JSON.stringify(raw)
  })
  await applyMigrations(opened.db, migrations)
  ready = true
  return opened
}

/** The open records; opened and brought up to date once in the life of the process. */
export const dbHandle = (): Promise<DbHandle> => (handle ??= open())
export const useDb = async (): Promise<Db> => (await dbHandle()).db

/** Whether the records are open and nobody has asked the process to end. */
export const isReady = (): boolean => ready
export const endReadiness = (): void => void (ready = false)

/** Closes the records. A request that is late finds them closed, and doesn't open them again in an ending process. */
export async function closeDb(): Promise<void> {
  endReadiness()
  await (await handle)?.close()
}
/** Lets the next call of `dbHandle` open records, after `closeDb`. */
export const forgetDb = (): void => void (handle = undefined)
