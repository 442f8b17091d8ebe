/** @module-tag engine */
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sql } from 'drizzle-orm'
import { afterAll, describe, expect, it } from 'vitest'
import { applyMigrations, openDb } from '../../server/database/client'
import { isAway, isOutOfRange, sqlState } from '../../server/database/faults'
import { lockFolder } from '../../server/database/lock'
import { readMigrations } from '../../server/database/migrations'
import { sentenceOf } from '../../server/database/start-faults'
import { addressBehind, trustedProxies } from '../../server/services/address'
import { freshDatabaseUrl } from '../support/database'

const folder = mkdtempSync(join(tmpdir(), 'yukata-database-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const migrations = () =>
  readMigrations((path) =>
    readFile(fileURLToPath(new URL(`../../server/database/migrations/${path}`, import.meta.url)), 'utf8'),
  )

describe('a folder of records is one process’s alone', () => {
  const dir = join(folder, 'lock')
  mkdirSync(dir)
  /** Another process that takes the lock by its own path, and says whether it has it. */
  const tryFrom = (path: string, wrap: string[] = []) => {
    const script = `const f = require('fs-native-extensions'); const fs = require('fs'); console.log(f.tryLock(fs.openSync(process.argv[1] + '/yukata.lock', 'a+')))`
    const [command, ...args] = [...wrap, process.execPath, '-e', script, path]
    return spawnSync(command!, args, { cwd: process.cwd(), encoding: 'utf8' }).stdout.trim()
  }
  it('also through a link, and the second is told in one sentence', async () => {
    const unlock = await lockFolder(dir)
    const link = join(folder, 'link')
    symlinkSync(dir, link)
    expect([tryFrom(dir), tryFrom(link)]).toEqual(['false', 'false'])
    await expect(lockFolder(link, 0)).rejects.toThrow(
      new RegExp(
        `^The records in .*link are in use by another process \\(process ${process.pid} on .*\\)\\. Stop it first\\.$`,
      ),
    )
    unlock()
    expect(tryFrom(link)).toBe('true')
  })
  const contained = ['unshare', '--mount', '--net', '--pid', '--fork', '--ipc', '--uts']
  it.runIf(spawnSync(contained[0]!, [...contained.slice(1), 'true']).status === 0)(
    'also from another container: its own mounts, network and process numbers',
    async () => {
      const unlock = await lockFolder(dir)
      expect(tryFrom(dir, contained)).toBe('false')
      unlock()
      expect(tryFrom(dir, contained)).toBe('true')
    },
  )
  it('is free the moment its owner is killed', async () => {
    const script = `const f = require('fs-native-extensions'); const fs = require('fs'); console.log(f.tryLock(fs.openSync(process.argv[1] + '/yukata.lock', 'a+'))); setInterval(() => {}, 1000)`
    const owner = spawn(process.execPath, ['-e', script, dir], { stdio: ['ignore', 'pipe', 'ignore'] })
    await new Promise((done) => owner.stdout.once('data', done))
    await expect(lockFolder(dir, 0)).rejects.toThrow('in use')
    const gone = new Promise((done) => owner.once('exit', done))
    owner.kill('SIGKILL')
    await gone
    ;(await lockFolder(dir, 0))()
  })
})

describe('the built-in database on the disk', () => {
  it('keeps what a closed one had, and begins again after an end in the middle of making the folder', async () => {
    const dataDir = join(folder, 'records')
    mkdirSync(join(dataDir, 'making', 'base'), { recursive: true })
    mkdirSync(join(dataDir, 'pg_wal'), { recursive: true })
    for (const round of [1, 2]) {
      const handle = await openDb({ dataDir })
      await applyMigrations(handle.db, await migrations())
      await handle.db.execute(sql`insert into orgs (id, name, kind) values (${`code-${round}`}, 'x', 'school')`)
      const { rows } = (await handle.db.execute(sql`select count(*)::int as count from orgs`)) as unknown as {
        rows: { count: number }[]
      }
      expect(rows[0]!.count).toBe(round)
      const settings = (await handle.db.execute(sql`select current_setting('fsync') as fsync`)) as unknown as {
        rows: { fsync: string }[]
      }
      expect(settings.rows[0]!.fsync).toBe('on')
      expect(await handle.room()).toBe('room')
      await handle.close()
    }
    expect(readFileSync(join(dataDir, 'PG_VERSION'), 'utf8').trim()).toMatch(/^\d+$/)
  }, 120_000)
})

describe.runIf(process.env.TEST_DATABASE_URL)('several processes that start on an empty server', () => {
  it('migrate it one after the other', async () => {
    const databaseUrl = await freshDatabaseUrl()
    const started = await Promise.all(
      Array.from({ length: 4 }, async () => {
        const handle = await openDb({ databaseUrl, dataDir: '' })
        await applyMigrations(handle.db, await migrations())
        return handle
      }),
    )
    // Each migration was applied once, by whichever came first, and every process has the whole schema.
    const count = sql`select count(*)::int as count, count(distinct hash)::int as different from drizzle.__drizzle_migrations`
    const all = (await migrations()).length
    for (const handle of started) {
      const { rows } = (await handle.db.execute(count)) as unknown as { rows: unknown[] }
      expect(rows).toEqual([{ count: all, different: all }])
      await handle.close()
    }
  })
})

describe('faults', () => {
  const withCode = (code: string, message = 'x') => Object.assign(new Error(message), { code })
  it('of the connection, the disk or the operator mean later; of a value, never', () => {
    for (const code of ['08006', '53100', '57P01', '25006', '40P01', 'ECONNREFUSED', 'ENOSPC'])
      expect([code, isAway(new Error('Failed query', { cause: withCode(code) }))]).toEqual([code, true])
    expect(isAway(new Error('timeout exceeded when trying to connect'))).toBe(true)
    for (const code of ['23505', '22021', 'P0001']) expect([code, isAway(withCode(code))]).toEqual([code, false])
    expect(isOutOfRange(new Error('Failed query', { cause: withCode('22021') }))).toBe(true)
    expect(sqlState(new Error('a', { cause: new Error('b', { cause: withCode('42P01') }) }))).toBe('42P01')
  })
  it('at the start are one sentence that says what to do', () => {
    for (const code of ['ECONNREFUSED', '28P01', '3D000', 'ENOSPC', 'EROFS', 'EADDRINUSE'])
      expect([code, sentenceOf(new Error('x', { cause: withCode(code) }))]).toEqual([
        code,
        expect.stringMatching(/^[A-Z].*\. [A-Z].*\.$/),
      ])
  })
})

describe('the address behind proxies', () => {
  it.each([
    ['nobody is trusted', '', '192.0.2.1', '6.6.6.6', '192.0.2.1'],
    ['one proxy', 1, '127.0.0.1', '6.6.6.6, 192.0.2.7', '192.0.2.7'],
    ['two proxies', '2', '127.0.0.1', '6.6.6.6, 192.0.2.7, 10.0.0.2', '192.0.2.7'],
    ['a proxy that adds nothing', true, '127.0.0.1', undefined, '127.0.0.1'],
    ['networks', '10.0.0.0/8,127.0.0.0/8', '::ffff:127.0.0.1', '6.6.6.6, 192.0.2.7, 10.9.9.9', '192.0.2.7'],
    ['what is no address is nobody’s', '10.0.0.0/8', '10.0.0.1', 'unknown', 'unknown'],
  ])('%s', (_, setting, socket, forwarded, address) =>
    expect(addressBehind(trustedProxies(setting), socket, forwarded)).toBe(address),
  )
  it('a network that is none is said at once', () => expect(() => trustedProxies('here/8')).toThrow('is no network'))
})
