import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { openDurable } from '../server/database/durable'

/**
 * What it costs that a commit waits for the disk: the same small writes with the built-in database as it comes and as
 * ours opens it, one commit each and 50 to a commit. Run: `npm run bench:saves`.
 */
const WRITES = 300
const TOGETHER = 50

async function measure(open: (dir: string) => Promise<PGlite>): Promise<{ alone: number; together: number }> {
  const dir = mkdtempSync(join(tmpdir(), 'yukata-saves-'))
  const db = await open(dir)
  await db.exec('create table t (n int primary key, words text)')
  const write = (n: number) => db.query('insert into t values ($1, $2)', [n, 'a score of the size of most'])
  const began = performance.now()
  for (let n = 0; n < WRITES; n++) await write(n)
  const middle = performance.now()
  for (let n = WRITES; n < 2 * WRITES; n += TOGETHER)
    await db.transaction(async (tx) => {
      for (let at = 0; at < TOGETHER; at++)
        await tx.query('insert into t values ($1, $2)', [n + at, 'a score of the size of most'])
    })
  const end = performance.now()
  await db.close()
  rmSync(dir, { recursive: true, force: true })
  return { alone: (middle - began) / WRITES, together: (end - middle) / WRITES }
}

const plain = await measure((dir) => PGlite.create(dir))
const durable = await measure(openDurable)
const ms = (value: number) => `${value.toFixed(2)} ms`
console.log(`as it comes:        ${ms(plain.alone)} a write alone, ${ms(plain.together)} of ${TOGETHER} together`)
console.log(`waits for the disk: ${ms(durable.alone)} a write alone, ${ms(durable.together)} of ${TOGETHER} together`)
