import { keepSetUp } from '../services/connections'

/** Opens the records, writes down the connections of the settings, and starts the queue of long work. */
export async function openProduct(): Promise<void> {
  const { sis, classroom, session } = useRuntimeConfig()
  const { db, driver } = await dbHandle()
  await keepSetUp(db, { sis, classroom }, session.password)
  await useJobs()
  logLine({ level: 'info', records: driver, state: 'ready' })
}

/** Closes everything that `openProduct` and the requests since have opened. */
export async function closeProduct(): Promise<void> {
  await closeJobs()
  await closeThreads()
  await closeNews()
  await closeDb()
}

/**
 * Lets a script that was loaded into the process with `--import` close the records and open others. Tests reuse a warm
 * process this way (`tests/support/reopen.mjs`). No request can reach it.
 */
export function offerLifecycle(): void {
  const open = () => {
    forgetDb()
    return openProduct()
  }
  Object.assign(globalThis, { [Symbol.for('yukata.lifecycle')]: { open, close: closeProduct } })
}
