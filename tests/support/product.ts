import { spawn, type ChildProcess } from 'node:child_process'
import { appendFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { rosterRunResponse, type RosterRun } from '../../shared/roster-runs'
import { dropDatabase } from './database'
import { copyWorld } from './seeded'

export const accounts = {
  teacher: 'm.okafor-lindgren@marram.example',
  other: 's.varga@lanternhill.example',
  registrar: 'office@brindlebay.example',
  password: 'low tide at noon',
}

/** The built product and its stand-ins, with the demo's data, on ports and in a folder of their own. */
export interface Product {
  url: string
  standins: string
  /** The PostgreSQL database that it runs on, if any. */
  databaseUrl: string | undefined
  /** The folder of the built-in database. */
  records: string
  /** What the server takes of the machine's memory, in MB. */
  memory(): number
  /** What the server has written to its log. */
  log(): string
  /** Ends the server as a power cut would. */
  kill(): Promise<void>
  /** Starts it again, with more settings than before or others. */
  start(more?: Settings): Promise<void>
  /** A second process of the product on the same records, which only a PostgreSQL server allows. */
  another(): Promise<{ url: string; kill(): Promise<void> }>
  /**
   * Gives it another copy of the demo's data, as if it had just been started: the processes stay, and are warm. On
   * PostgreSQL only.
   */
  renew(): Promise<void>
  stop(): Promise<void>
}

type Settings = Record<string, string | undefined>

export interface ProductOptions {
  /** `35x40`: one class of that size in place of the demo's world. */
  wide?: string
  port?: number
  /** Settings of the server beside its own. */
  settings?: Settings
  /** What the district's stand-in holds, in place of the world's own. */
  roster?: object
  /** Where its folder is made, in place of the machine's own for such. */
  within?: string
  /** The built-in database, even where there is a PostgreSQL server. */
  builtIn?: boolean
}

const REOPEN = fileURLToPath(new URL('reopen.mjs', import.meta.url))
/** Every start of the product leaves a line here; the test run counts them. */
const STARTS = '.playwright/starts.txt'

export async function startProduct(options: ProductOptions = {}): Promise<Product> {
  const { wide, port, settings, roster, within = tmpdir(), builtIn = false } = options
  const folder = mkdtempSync(join(within, 'yukata-'))
  let databaseUrl = await copyWorld(folder, { wide, builtIn })
  if (roster) writeFileSync(join(folder, 'standins', 'sis', 'roster.json'), JSON.stringify(roster))
  const [own, standinsPort] = [port ?? (await freePort()), await freePort()]
  const url = `http://127.0.0.1:${own}`
  const standins = `http://127.0.0.1:${standinsPort}`
  let log = ''
  let server: ChildProcess | undefined
  const run = (file: string, env: Settings) => {
    const child = spawn(process.execPath, ['--import', REOPEN, file], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
    })
    for (const stream of [child.stdout!, child.stderr!]) stream.on('data', (text) => (log += text))
    child.on('exit', (code, signal) => (log += `[ended by ${signal ?? code}]\n`))
    return child
  }
  const runServer = (port: number, more: Settings = {}) => {
    mkdirSync(dirname(STARTS), { recursive: true })
    appendFileSync(STARTS, '.output/server\n')
    return run('.output/server/index.mjs', settingsOf(port, more))
  }
  const other = run('.output/tools/standins.mjs', {
    STANDINS_DIR: join(folder, 'standins'),
    STANDINS_PORT: String(standinsPort),
  })
  const records = join(folder, 'records')
  const settingsOf = (port: number, more: Settings) => ({
    HOST: '127.0.0.1',
    PORT: String(port),
    NUXT_DATA_DIR: records,
    DATABASE_URL: databaseUrl ?? '',
    NUXT_TODAY: '2026-11-25',
    // Whatever the hour in which tests run, nothing is pulled behind their back.
    NUXT_NIGHT: 'never',
    NUXT_SESSION_PASSWORD: 'a-key-for-tests-that-is-long-enough-to-be-taken',
    NUXT_SIS_URL: `${standins}/sis`,
    NUXT_SIS_CLIENT_ID: 'yukata',
    NUXT_SIS_CLIENT_SECRET: 'stand-in',
    NUXT_CLASSROOM_URL: `${standins}/classroom`,
    NUXT_CLASSROOM_CLIENT_ID: 'yukata',
    NUXT_CLASSROOM_CLIENT_SECRET: 'stand-in',
    ...settings,
    ...more,
  })
  /** The server has settings of a test's own, which the next one must not find. */
  let isOwn = true
  const start = async (more: Settings = {}) => {
    isOwn = Object.keys(more).length === 0
    server = runServer(own, more)
    await answering(`${url}/api/health`, server, () => log)
  }
  const beside: ChildProcess[] = []
  const another = async () => {
    const port = await freePort()
    const child = runServer(port)
    beside.push(child)
    await answering(`http://127.0.0.1:${port}/api/health`, child, () => log)
    return { url: `http://127.0.0.1:${port}`, kill: () => end(child, 'SIGKILL') }
  }
  await Promise.all([start(), answering(standins, other, () => log)])
  return {
    url,
    standins,
    get databaseUrl() {
      return databaseUrl
    },
    records,
    start,
    log: () => log,
    memory: () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server!.pid}/status`, 'utf8'))![1]) / 1024,
    another,
    kill: () => end(server, 'SIGKILL'),
    async renew() {
      const before = databaseUrl
      if (before === undefined) throw new Error('Only a product on a PostgreSQL server can be renewed.')
      await Promise.all(beside.splice(0).map((child) => end(child, 'SIGKILL')))
      if (!isOwn) await end(server, 'SIGKILL')
      rmSync(join(folder, 'standins'), { recursive: true })
      databaseUrl = await copyWorld(folder, { wide, builtIn })
      log = ''
      await Promise.all([isAlive(server) ? reopen(server, { DATABASE_URL: databaseUrl }) : start(), reopen(other, {})])
      await dropDatabase(before)
    },
    async stop() {
      await Promise.all([server, other, ...beside].map((child) => end(child, 'SIGTERM')))
      rmSync(folder, { recursive: true, force: true })
      if (databaseUrl !== undefined) await dropDatabase(databaseUrl)
    },
  }
}

const isAlive = (child: ChildProcess | undefined): child is ChildProcess =>
  child !== undefined && child.exitCode === null && child.signalCode === null

async function end(child: ChildProcess | undefined, signal: NodeJS.Signals): Promise<void> {
  if (!isAlive(child)) return
  const gone = new Promise((done) => child.once('exit', done))
  child.kill(signal)
  await gone
}

/** Has a process close its records and open those that its settings name now (`reopen.mjs`). */
async function reopen(child: ChildProcess, env: Settings): Promise<void> {
  const ended = new AbortController()
  child.send({ env })
  const [message] = await Promise.race([
    once(child, 'message', { signal: ended.signal }),
    once(child, 'exit', { signal: ended.signal }).then(() => {
      throw new Error('The process ended while it was to open other records.')
    }),
  ]).finally(() => ended.abort())
  const { opened, why } = message as { opened: boolean; why?: string }
  if (!opened) throw new Error(`Other records could not be opened. ${why}`)
}

/** Below the ports that a machine gives to calls going out, so that none of those takes it before it is used. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = 15_000 + Math.floor(Math.random() * 17_000)
    const isFree = await new Promise<boolean>((done) => {
      const server = createServer()
        .on('error', () => done(false))
        .listen(port, '127.0.0.1', () => server.close(() => done(true)))
    })
    if (isFree) return port
  }
}

async function answering(url: string, child: ChildProcess, log: () => string): Promise<void> {
  for (const end = Date.now() + 180_000; Date.now() < end;) {
    if (child.exitCode !== null) throw new Error(`It stopped by itself (${child.exitCode}).\n${log()}`)
    if (
      await fetch(url).then(
        (response) => response.ok,
        () => false,
      )
    )
      return
    await new Promise((done) => setTimeout(done, 50))
  }
  throw new Error(`No answer from ${url}.\n${log()}`)
}

/** Somebody at the product's door, signed in or not. */
export class Caller {
  private cookie = ''
  constructor(private base: string) {}

  /** What a browser has to hold to be the same somebody. */
  get session(): { name: string; value: string; url: string } {
    const [name, ...value] = this.cookie.split('=')
    return { name: name!, value: value.join('='), url: this.base }
  }

  static async signedIn(product: Pick<Product, 'url'>, email: string): Promise<Caller> {
    const caller = new Caller(product.url)
    const response = await caller.call('POST', '/api/auth/sign-in', { email, password: accounts.password })
    if (response.status !== 200) throw new Error(`Sign-in answered ${response.status}`)
    return caller
  }

  async call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Response> {
    const form = body instanceof FormData
    // A test that made a large file was deaf for seconds: the end of a kept connection is heard before it is used again.
    await setImmediate()
    await setImmediate()
    const response = await fetch(this.base + path, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(form || body === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      body: form ? body : body === undefined ? undefined : JSON.stringify(body),
    })
    const set = response.headers.getSetCookie().find((each) => each.startsWith('nuxt-session='))
    if (set) this.cookie = set.split(';')[0]!
    return response
  }

  /** Waits until a roster's run is over, or asks. */
  async rosterRun(runId: string): Promise<RosterRun> {
    for (const end = Date.now() + 200_000; Date.now() < end;) {
      const run = rosterRunResponse.parse(await this.get(`/api/exchange/runs/${runId}/roster`))
      if (run.state !== 'running') return run
      await new Promise((done) => setTimeout(done, 30))
    }
    throw new Error('The run did not end.')
  }
  /** Brings a roster, by a pull or with a file, and waits until its run is over or asks. */
  async bring(path: '/api/exchange/roster' | '/api/exchange/import', body?: FormData): Promise<RosterRun> {
    const response = await this.call('POST', path, body ?? {})
    if (response.status !== 200) throw new Error(`${path} answered ${response.status}: ${await response.text()}`)
    return this.rosterRun(((await response.json()) as { runId: string }).runId)
  }

  async get<T>(path: string): Promise<T> {
    return (await this.call('GET', path)).json() as Promise<T>
  }
  async post<T>(path: string, body: unknown = {}): Promise<T> {
    return (await this.call('POST', path, body)).json() as Promise<T>
  }
}
