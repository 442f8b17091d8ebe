import { createHash } from 'node:crypto'
import { createServer, type Server } from 'node:net'

/**
 * Takes a folder of records for this process alone. PGlite takes no lock of its own, and a second process on the same
 * folder would lose rows without a word.
 *
 * The lock is an abstract unix socket (Linux): the kernel frees it however its owner dies, so none is ever left behind.
 *
 * @param dir the folder, absolute
 * @param waitMs how long to wait for the present owner to go
 * @returns a function that gives the folder back
 * @throws when the folder is still taken after that time
 */
export async function lockFolder(dir: string, waitMs = 10_000): Promise<() => Promise<void>> {
  const name = `\0yukata-${createHash('sha256').update(dir).digest('hex').slice(0, 32)}`
  for (const end = Date.now() + waitMs; ;) {
    const server = await listen(name)
    if (server) {
      server.unref()
      return () => new Promise((resolve) => server.close(() => resolve()))
    }
    if (Date.now() > end) throw new Error(`The records in ${dir} are in use by another process. Stop it first.`)
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
}

function listen(name: string): Promise<Server | null> {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.destroy())
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(null) : reject(error),
    )
    server.listen(name, () => resolve(server))
  })
}
