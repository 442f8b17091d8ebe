/** @module-tag engine */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, connect, type Server, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { todayResponse } from '#shared/today'
import { accounts, Caller, freePort, startProduct, type Product } from '../support/product'

const folder = mkdtempSync(join(tmpdir(), 'yukata-start-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** What `npm start` and the tools say when they cannot go on, and with what they end. */
function said(
  file: string,
  env: Record<string, string>,
  args: string[] = [],
): Promise<{ code: number | null; words: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [file, ...args], {
      env: {
        ...process.env,
        DATABASE_URL: '',
        HOST: '127.0.0.1',
        NUXT_SESSION_PASSWORD: 'a-key-for-tests-that-is-long-enough-to-be-taken',
        ...env,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let words = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (words += text))
    const late = setTimeout(() => child.kill('SIGKILL'), 30_000)
    child.once('close', (code) => {
      clearTimeout(late)
      resolve({
        code,
        words: words
          .split('\n')
          .filter((line) => line && !line.startsWith('{') && !line.startsWith('Listening'))
          .join('\n'),
      })
    })
  })
}

describe('what stands in the way of a start is one sentence that says what to do', () => {
  let product: Product
  beforeAll(async () => (product = await startProduct()))
  afterAll(() => product.stop())
  const records = () => ({ NUXT_DATA_DIR: join(folder, 'records') })
  const port = async () => String(await freePort())

  it('a port that is taken', async () => {
    const taken = new URL(product.url).port
    expect(await said('scripts/start.mjs', { ...records(), PORT: taken })).toEqual({
      code: 1,
      words: `Port ${taken} is taken. Stop what uses it, or choose another by PORT.`,
    })
  })
  it('no password for the sessions', async () => {
    const { code, words } = await said('scripts/start.mjs', {
      ...records(),
      PORT: await port(),
      NUXT_SESSION_PASSWORD: 'short',
    })
    expect([code, words]).toEqual([1, expect.stringMatching(/^NUXT_SESSION_PASSWORD has to be set/)])
  })
  it.skipIf(process.env.TEST_DATABASE_URL)('a folder that another process has, also for the tools', async () => {
    const env = { NUXT_DATA_DIR: product.records, PORT: await port() }
    const words = expect.stringMatching(
      /^The records in .* are in use by another process \(process \d+ on .*\)\. Stop it first\.$/,
    )
    expect(await said('scripts/start.mjs', env)).toEqual({ code: 1, words })
    expect(await said('.output/tools/user.mjs', env, ['--email', 'a@b.example', '--off'])).toEqual({ code: 1, words })
  })
  it('a folder that cannot be one', async () => {
    const { code, words } = await said('scripts/start.mjs', {
      NUXT_DATA_DIR: '/etc/hostname/records',
      PORT: await port(),
    })
    expect([code, words]).toEqual([
      1,
      expect.stringMatching(/^The folder of the records, .*, cannot be used: .*\. Choose another by NUXT_DATA_DIR\.$/),
    ])
  })
  it('a database server that is not there, also for the tools', async () => {
    const env = { DATABASE_URL: `postgresql://x@127.0.0.1:${await port()}/x`, PORT: await port() }
    const words = expect.stringMatching(
      /^The database server of DATABASE_URL does not answer\. Start it, or correct the address\.$/,
    )
    expect(await said('scripts/start.mjs', env)).toEqual({ code: 1, words })
    expect(await said('.output/tools/user.mjs', env, ['--email', 'a@b.example', '--off'])).toEqual({ code: 1, words })
  })
})

/** A way to the database that can be cut. */
class Way {
  private server: Server | undefined
  private sockets = new Set<Socket>()
  constructor(
    private port: number,
    private to: URL,
  ) {}
  open(): Promise<void> {
    this.server = createServer((near) => {
      const far = connect(Number(this.to.port), this.to.hostname)
      for (const each of [near, far]) {
        this.sockets.add(each)
        each.on('error', () => {})
        each.on('close', () => (near.destroy(), far.destroy()))
      }
      near.pipe(far).pipe(near)
    })
    return new Promise((done) => this.server!.listen(this.port, '127.0.0.1', done))
  }
  cut(): void {
    this.server?.close()
    this.sockets.forEach((each) => each.destroy())
    this.sockets.clear()
  }
}

describe('a log that nobody reads any more', () => {
  it('stops nothing, keeps no processor busy, and lets the process end', async () => {
    const port = await freePort()
    const child = spawn(process.execPath, ['.output/server/index.mjs'], {
      env: {
        ...process.env,
        DATABASE_URL: '',
        HOST: '127.0.0.1',
        PORT: String(port),
        NUXT_DATA_DIR: join(folder, 'unread'),
        NUXT_SESSION_PASSWORD: 'a-key-for-tests-that-is-long-enough-to-be-taken',
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    const ended = new Promise((resolve) => child.once('exit', resolve))
    const health = () =>
      fetch(`http://127.0.0.1:${port}/api/health`).then(
        ({ status }) => status,
        () => 0,
      )
    await expect.poll(health, { timeout: 60_000, interval: 250 }).toBe(200)
    child.stdout.destroy()
    child.stderr.destroy()
    for (let n = 0; n < 5; n++) expect(await health()).toBe(200)
    child.kill('SIGTERM')
    const late = new Promise((resolve) => setTimeout(() => resolve('still there'), 15_000))
    expect(await Promise.race([ended, late])).not.toBe('still there')
    child.kill('SIGKILL')
  }, 90_000)
})

describe.runIf(process.env.TEST_DATABASE_URL)('a database server that goes away for a while', () => {
  it('turns saves away with a time to come back, does not end the process, and everything goes on when it is back', async () => {
    const product = await startProduct()
    const own = new URL(product.databaseUrl!)
    const port = await freePort()
    const way = new Way(port, own)
    await way.open()
    const through = new URL(own)
    through.port = String(port)
    await product.kill()
    await product.start({ DATABASE_URL: through.toString() })
    const teacher = await Caller.signedIn(product, accounts.teacher)
    const classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
    const save = () =>
      teacher.call('POST', `/api/classes/${classId}/acts`, {
        acts: [
          {
            id: crypto.randomUUID(),
            kind: 'plan',
            at: new Date().toISOString(),
            changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 1 } }],
          },
        ],
      })
    expect((await save()).status).toBe(200)
    way.cut()
    for (let n = 0; n < 3; n++) {
      const response = await save()
      expect([response.status, response.headers.get('retry-after')]).toEqual([503, expect.stringMatching(/^\d+$/)])
      expect(((await response.json()) as { data: { code: string } }).data.code).toBe('records-away')
    }
    expect((await teacher.call('GET', '/api/health')).status).toBe(503)
    await way.open()
    await expect.poll(async () => (await save()).status, { timeout: 20_000 }).toBe(200)
    way.cut()
    await product.stop()
  })
})
