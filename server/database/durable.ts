import { closeSync, fsyncSync, openSync, readdirSync, renameSync, rmSync, existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { NodeFS } from '@electric-sql/pglite/nodefs'
import { z } from 'zod'

/** The file that PostgreSQL knows a folder of its own by: there last, a folder is whole. */
const WHOLE = 'PG_VERSION'
const MAKING = 'making'

/** What PGlite's file system gives a hook into; its own types leave it open. */
interface Stream {
  nfd?: number
  node: unknown
}
interface Mounted {
  NODEFS: { stream_ops: { fsync?: (stream: Stream) => number }; realPath(node: unknown): string }
}

/** Node's files below PGlite, with the `fsync` that they lack: what PostgreSQL wants on the disk goes there. */
class DurableFS extends NodeFS {
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(pg, options)
    const hook = (module: unknown) => {
      const { NODEFS } = module as Mounted
      NODEFS.stream_ops.fsync = (stream) => {
        if (stream.nfd === undefined) syncPath(NODEFS.realPath(stream.node))
        else fsyncSync(stream.nfd)
        return 0
      }
    }
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...(emscriptenOpts.preRun ?? []), hook] } }
  }
}

function syncPath(path: string): void {
  const file = openSync(path, 'r')
  try {
    fsyncSync(file)
  } finally {
    closeSync(file)
  }
}

function syncTree(path: string): void {
  for (const entry of readdirSync(path, { withFileTypes: true }))
    if (entry.isDirectory()) syncTree(join(path, entry.name))
    else if (entry.isFile()) syncPath(join(path, entry.name))
  syncPath(path)
}

/**
 * Opens the built-in database so that a commit is on the disk before it is answered, as on a PostgreSQL server.
 *
 * A new folder is made without that, which is faster, then put on the disk whole, and only then taken for one.
 *
 * @param dir the folder, absolute; whoever asks holds its lock
 */
export async function openDurable(dir: string): Promise<PGlite> {
  if (!existsSync(join(dir, WHOLE))) await makeFolder(dir)
  const startParams = [
    ...PGlite.defaultStartParams.filter((each) => each !== '-F'),
    '-c',
    'fsync=on',
    // With the default, `fdatasync`, no commit waits for the disk there.
    '-c',
    'wal_sync_method=fsync',
  ]
  return PGlite.create({ fs: new DurableFS(dir), startParams })
}

const versionRow = z.object({ version: z.string() })

async function makeFolder(dir: string): Promise<void> {
  const making = join(dir, MAKING)
  // What an end in the middle left of an earlier try.
  const leftovers = readdirSync(dir).filter((name) => name === MAKING || /^(pg_|base$|global$|postgresql)/.test(name))
  for (const name of leftovers) rmSync(join(dir, name), { recursive: true, force: true })
  mkdirSync(making, { mode: 0o700 })
  const client = await PGlite.create(making)
  versionRow.parse((await client.query('select version()')).rows[0])
  await client.close()
  syncTree(making)
  const names = readdirSync(making).sort((a, b) => Number(a === WHOLE) - Number(b === WHOLE))
  for (const name of names) {
    if (name === WHOLE) syncPath(dir)
    renameSync(join(making, name), join(dir, name))
  }
  rmSync(making, { recursive: true })
  syncPath(dir)
}
