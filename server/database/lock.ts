import { closeSync, ftruncateSync, openSync, readFileSync, realpathSync, writeSync } from 'node:fs'
import { hostname } from 'node:os'
import { join } from 'node:path'
import { StartFault } from './start-faults'

/** Of the package that speaks to the kernel: an exclusive lock on an open file, freed with the file or the process. */
interface Locks {
  tryLock(file: number): boolean
}

const NAME = 'yukata.lock'
/** Long enough for a process that is just going to be gone. */
const WAIT_MS = 1500

/**
 * Takes a folder of records for this process alone. PGlite takes no lock of its own, and a second process on the same
 * folder would lose rows without a word.
 *
 * The kernel holds the lock on a file in the folder itself, so it is the same lock by whatever path, link or container
 * the folder is reached, and it is freed however its owner dies.
 *
 * @param dir the folder
 * @returns a function that gives the folder back
 * @throws with one sentence for a person when the folder is taken
 */
export async function lockFolder(dir: string, waitMs = WAIT_MS): Promise<() => void> {
  // @ts-expect-error The package has no types of its own.
  const { tryLock } = ((await import('fs-native-extensions')) as { default: Locks }).default
  const path = join(realpathSync(dir), NAME)
  const file = openSync(path, 'a+', 0o600)
  for (const end = Date.now() + waitMs; !tryLock(file);) {
    if (Date.now() > end) {
      closeSync(file)
      throw new StartFault(`The records in ${dir} are in use by another process${ownerIn(path)}. Stop it first.`)
    }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  ftruncateSync(file)
  writeSync(file, `process ${process.pid} on ${hostname()}`)
  return () => closeSync(file)
}

function ownerIn(path: string): string {
  const owner = readFileSync(path, 'utf8').trim()
  return owner ? ` (${owner})` : ''
}
