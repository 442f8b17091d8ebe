import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { find, type Records } from '#core/records'
import { jointId } from '#core/kind'
import { actsResponse, classResponse } from '#shared/class'
import { classHistoryResponse } from '#shared/history'
import { todayResponse } from '#shared/today'
import { accounts, Caller, startProduct, type Product } from '../support/product'

/**
 * The storm: the product under four clients while its process is killed, its disk fills and its power goes. Small in CI,
 * large by `npm run storm`, which writes its table into docs/reliability.md.
 */
const large = process.env.STORM === 'large'
const KILLS = large ? 100 : 5
const CUTS = large ? 20 : 2
const CLIENTS = 4
const table: string[][] = []
const folder = mkdtempSync(join(tmpdir(), 'yukata-storm-'))

afterAll(() => {
  rmSync(folder, { recursive: true, force: true })
  const head = ['what happened', 'database', 'times', 'acts acknowledged', 'lost', 'done twice', 'journal and records']
  const lines = [head, head.map(() => '---'), ...table].map((row) => `| ${row.join(' | ')} |`)
  console.log(`\n${lines.join('\n')}\n`)
  if (!large) return
  const page = readFileSync('docs/reliability.md', 'utf8')
  const [before, between, after] = page.split(/<!-- storm -->|<!-- \/storm -->/)
  // Each database has its own run, which leaves the lines of the other one.
  const own = new Set(table.map((row) => row[1]))
  const others = between!
    .split('\n')
    .filter((line) => line.startsWith('| ') && !line.startsWith('| -') && !line.startsWith(lines[0]!))
  const kept = others.filter((line) => !own.has(line.split(' | ')[1]))
  const all = [...lines.slice(0, 2), ...[...lines.slice(2), ...kept].toSorted()]
  writeFileSync('docs/reliability.md', `${before}<!-- storm -->\n\n${all.join('\n')}\n\n<!-- /storm -->${after}`)
})

/** A teacher's machine: types scores one after the other, and sends each until it is answered for. */
class Client {
  readonly acknowledged: { id: string; cell: string; points: string }[] = []
  private caller: Caller | null = null
  private over = false
  private last = new Map<string, string | null>()

  constructor(
    private product: Product,
    private classId: string,
    private cells: readonly string[],
  ) {}

  async run(): Promise<void> {
    for (let n = 0; !this.over; n++) {
      const cell = this.cells[n % this.cells.length]!
      const points = String(((n * 7) % 19) + 1)
      const from = this.last.get(cell) ?? null
      if (from === points) continue
      const act = {
        id: crypto.randomUUID(),
        kind: 'type',
        at: new Date().toISOString(),
        changes: [
          {
            kind: 'cell',
            id: cell,
            from: { value: from === null ? null : { points: from } },
            to: { value: { points } },
          },
        ],
      }
      if (!(await this.sendUntilAnswered(act))) return
      this.last.set(cell, points)
      this.acknowledged.push({ id: act.id, cell, points })
    }
  }

  /** Until there is an answer for it, or the storm is over: then it may be there or not. */
  private async sendUntilAnswered(act: { id: string }): Promise<boolean> {
    for (;;) {
      try {
        this.caller ??= await Caller.signedIn(this.product, accounts.teacher)
        const response = await this.caller.call('POST', `/api/classes/${this.classId}/acts`, { acts: [act] })
        const parsed = response.status === 200 ? actsResponse.safeParse(await response.json()) : null
        const [result] = parsed?.data?.results ?? []
        if (result && 'outcomes' in result) {
          expect(result.outcomes).toEqual([{ done: 'applied' }])
          return true
        }
      } catch (error) {
        if (error instanceof Error && error.name === 'AssertionError') throw error
      }
      if (this.over) return false
      await pause(20)
    }
  }

  /** Goes on from scores that are there already. */
  startFrom(records: Records): void {
    for (const cell of this.cells) {
      const value = find(records, 'cell', cell)?.value as { points?: string } | null | undefined
      this.last.set(cell, value?.points ?? null)
    }
  }

  stop(): void {
    this.over = true
  }
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

async function clientsOf(product: Product): Promise<{ classId: string; clients: Client[] }> {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
  const { students, records } = classResponse.parse(await teacher.get(`/api/classes/${classId}`))
  const lab = Object.entries(records.assignment).find(([, each]) => each.shortName === 'Lab')![0]
  const clients = Array.from({ length: CLIENTS }, (_, at) => {
    const own = students.filter((_student, place) => place % CLIENTS === at)
    return new Client(
      product,
      classId,
      own.map((each) => jointId(each.id, lab)),
    )
  })
  return { classId, clients }
}

/** However slow the machine is: something has been acknowledged to each. */
async function begun(clients: readonly Client[]): Promise<void> {
  for (let waited = 0; waited < 60_000 && clients.some((each) => each.acknowledged.length < 2); waited += 50)
    await pause(50)
}

/** Every acknowledged act is in the journal, once; and the records are what the journal makes of them. */
async function checked(product: Product, classId: string, clients: readonly Client[]) {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const now = classResponse.parse(await teacher.get(`/api/classes/${classId}`))
  const made = classResponse.parse(await teacher.get(`/api/classes/${classId}/as-of?day=2099-12-31`))
  const seen = new Map<string, number>()
  for (let before = ''; ;) {
    const acts = classHistoryResponse.parse(await teacher.get(`/api/classes/${classId}/acts?act=type${before}`))
    for (const { id } of acts) seen.set(id, (seen.get(id) ?? 0) + 1)
    if (acts.length < 40) break
    before = `&before=${acts.at(-1)!.seq}`
  }
  const acknowledged = clients.flatMap((each) => each.acknowledged)
  const lost = acknowledged.filter(({ id }) => !seen.has(id)).length
  const twice = [...seen.values()].filter((count) => count > 1).length
  expect(made.records.cell).toEqual(now.records.cell)
  return { acknowledged: acknowledged.length, lost, twice }
}

describe('killed under four clients', () => {
  it(`${KILLS} times: nothing acknowledged is lost, nothing is done twice`, async () => {
    const product = await startProduct()
    const { classId, clients } = await clientsOf(product)
    const running = clients.map((each) => each.run())
    for (let kill = 0; kill < KILLS; kill++) {
      await pause(400 + Math.random() * 800)
      await product.kill()
      await product.start()
    }
    await pause(500)
    clients.forEach((each) => each.stop())
    await Promise.all(running)
    const { acknowledged, lost, twice } = await checked(product, classId, clients)
    const database = process.env.TEST_DATABASE_URL ? 'PostgreSQL' : 'built in'
    table.push(['kill -9', database, String(KILLS), String(acknowledged), String(lost), String(twice), 'equal'])
    expect([lost, twice]).toEqual([0, 0])
    expect(acknowledged).toBeGreaterThan(KILLS)
    await product.stop()
  }, 900_000)
})

/** A small disk of our own takes a right that not every machine gives. */
const canMount = ((): boolean => {
  const disk = join(folder, 'may-i')
  mkdirSync(disk)
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=1m', 'none', disk]).status === 0
  if (mounted) spawnSync('umount', [disk])
  return mounted
})()
const onOurDisk = !process.env.TEST_DATABASE_URL

describe.runIf(onOurDisk && canMount)('a disk that is full', () => {
  it('takes no save, says when to come back, goes on reading, and saves again when there is room', async () => {
    const disk = join(folder, 'disk')
    mkdirSync(disk)
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=220m', 'none', disk])
    try {
      const product = await startProduct({ within: disk })
      const teacher = await Caller.signedIn(product, accounts.teacher)
      const classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
      const act = () => ({
        id: crypto.randomUUID(),
        kind: 'plan',
        at: new Date().toISOString(),
        changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 1 } }],
      })
      const save = () => teacher.call('POST', `/api/classes/${classId}/acts`, { acts: [act()] })
      expect((await save()).status).toBe(200)
      const free = Number(execFileSync('df', ['--output=avail', '-B1', disk], { encoding: 'utf8' }).split('\n')[1])
      execFileSync('fallocate', ['-l', String(free - 20_000_000), join(disk, 'ballast')])
      let refused = 0
      for (let n = 0; n < 20; n++) {
        const response = await save()
        expect([response.status, response.headers.get('retry-after')]).toEqual([503, expect.stringMatching(/^\d+$/)])
        expect(((await response.json()) as { data: { code: string } }).data.code).toBe('records-full')
        refused++
        expect((await teacher.call('GET', `/api/classes/${classId}`)).status).toBe(200)
      }
      expect((await fetch(`${product.url}/api/health`)).status).toBe(503)
      rmSync(join(disk, 'ballast'))
      expect((await save()).status).toBe(200)
      table.push(['full disk', 'built in', String(refused), `${refused} told to come back`, '0', '0', 'read meanwhile'])
      await product.stop()
    } finally {
      execFileSync('umount', ['-l', disk])
    }
  }, 120_000)
})

describe.runIf(onOurDisk)('a power cut: what was not synced is gone', () => {
  const shim = join(folder, 'power-cut.so')
  const cut = (watch: string, keep: string) => ({ LD_PRELOAD: shim, POWER_CUT_WATCH: watch, POWER_CUT_KEEP: keep })
  it('the disk that forgets does forget: the database as it comes loses what it acknowledged', async () => {
    execFileSync('gcc', ['-shared', '-fPIC', '-O2', '-o', shim, 'tests/support/power-cut.c', '-ldl', '-lpthread'])
    const [watch, keep] = [join(folder, 'plain'), join(folder, 'plain-kept')]
    const script = `const { PGlite } = await import('@electric-sql/pglite')
      const db = await PGlite.create(process.argv[1])
      if (process.argv[2] === 'read') { console.log((await db.query('select count(*)::int as n from t')).rows[0].n); process.exit() }
      if (process.argv[2] === 'make') { await db.exec('create table t (n int)'); await db.close(); process.exit() }
      for (let n = 1; n <= 50; n++) { await db.exec('insert into t values (' + n + ')'); console.log(n) }
      process.kill(process.pid, 'SIGKILL')`
    const run = (dir: string, what: string, env = {}) =>
      new Promise<string>((done) => {
        const child = spawn(process.execPath, ['--input-type=module', '-e', script, dir, what], {
          env: { ...process.env, ...env },
          stdio: ['ignore', 'pipe', 'ignore'],
        })
        let said = ''
        child.stdout.on('data', (text) => (said += text))
        child.once('close', () => done(said))
      })
    await run(watch, 'make')
    cpSync(watch, keep, { recursive: true })
    const acknowledged = (await run(watch, 'write', cut(watch, keep))).trim().split('\n').length
    expect(acknowledged).toBe(50)
    expect(Number(await run(keep, 'read'))).toBeLessThan(50)
  }, 120_000)

  it(`${CUTS} times: the product's database has all that it acknowledged`, async () => {
    const product = await startProduct()
    await product.kill()
    let [disk, other] = [product.records, join(folder, 'kept')]
    let acknowledged = 0
    for (let round = 0; round < CUTS; round++) {
      rmSync(other, { recursive: true, force: true })
      cpSync(disk, other, { recursive: true })
      await product.start({ NUXT_DATA_DIR: disk, ...cut(disk, other) })
      const { classId, clients } = await clientsOf(product)
      const { records } = classResponse.parse(
        await (await Caller.signedIn(product, accounts.teacher)).get(`/api/classes/${classId}`),
      )
      for (const client of clients) client.startFrom(records)
      const running = clients.map((each) => each.run())
      await begun(clients)
      await pause(800 + Math.random() * 1500)
      await product.kill()
      clients.forEach((each) => each.stop())
      await Promise.all(running)
      // The machine comes up with what its disk had.
      await product.start({ NUXT_DATA_DIR: other })
      const found = await checked(product, classId, clients)
      expect([found.lost, found.twice]).toEqual([0, 0])
      acknowledged += found.acknowledged
      await product.kill()
      ;[disk, other] = [other, disk]
    }
    table.push(['power cut', 'built in', String(CUTS), String(acknowledged), '0', '0', 'equal'])
    expect(acknowledged).toBeGreaterThan(CUTS)
    await product.start({ NUXT_DATA_DIR: disk })
    await product.stop()
  }, 900_000)
})
