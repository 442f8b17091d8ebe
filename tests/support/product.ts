import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { rosterRunResponse, type RosterRun } from '../../shared/roster-runs'
import { copyOfDatabase } from './database'

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
  stop(): Promise<void>
}

const SEED = '.output/tools/seed.mjs'

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
}

export async function startProduct(options: ProductOptions = {}): Promise<Product> {
  const { wide, port, settings, roster, within = tmpdir() } = options
  if (!existsSync(SEED)) throw new Error('Build first: npm run build')
  const folder = mkdtempSync(join(within, 'yukata-'))
  const databaseUrl = await copyWorld(folder, wide)
  if (roster) writeFileSync(join(folder, 'standins', 'sis', 'roster.json'), JSON.stringify(roster))
  const [own, standinsPort] = [port ?? (await freePort()), await freePort()]
  const url = `http://127.0.0.1:${own}`
  const standins = `http://127.0.0.1:${standinsPort}`
  let log = ''
  let server: ChildProcess | undefined
  const run = (file: string, env: Record<string, string | undefined>) => {
    const child = spawn(process.execPath, [file], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (log += text))
    child.on('exit', (code, signal) => (log += `[ended by ${signal ?? code}]\n`))
    return child
  }
  const other = run('.output/tools/standins.mjs', {
    STANDINS_DIR: join(folder, 'standins'),
    STANDINS_PORT: String(standinsPort),
  })
  const records = join(folder, 'records')
  const settingsOf = (port: number, more: Settings = {}) => ({
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
  const start = async (more: Settings = {}) => {
    server = run('.output/server/index.mjs', settingsOf(own, more))
    await answering(`${url}/api/health`, server, () => log)
  }
  const end = async (child: ChildProcess | undefined, signal: NodeJS.Signals) => {
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((done) => child.once('exit', done))
    child.kill(signal)
    await gone
  }
  const beside: ChildProcess[] = []
  const another = async () => {
    const port = await freePort()
    const child = run('.output/server/index.mjs', settingsOf(port))
    beside.push(child)
    await answering(`http://127.0.0.1:${port}/api/health`, child, () => log)
    return { url: `http://127.0.0.1:${port}`, kill: () => end(child, 'SIGKILL') }
  }
  await Promise.all([start(), answering(standins, other, () => log)])
  return {
    url,
    standins,
    databaseUrl,
    records,
    start,
    log: () => log,
    memory: () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server!.pid}/status`, 'utf8'))![1]) / 1024,
    another,
    kill: () => end(server, 'SIGKILL'),
    async stop() {
      await Promise.all([server, other, ...beside].map((child) => end(child, 'SIGTERM')))
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

const TEMPLATES = '.output/worlds'

/**
 * Seeding takes seconds, so a world is made once for each build and copied: its folder, and on PostgreSQL its database.
 *
 * @returns the database that is its own, if it is to be on PostgreSQL
 */
async function copyWorld(folder: string, wide: string | undefined): Promise<string | undefined> {
  const name = `${wide ?? 'demo'}-${Math.round(statSync(SEED).mtimeMs)}`
  const seeded = (databaseUrl?: string) => {
    const template = join(TEMPLATES, databaseUrl ? `${name}-postgres` : name)
    if (existsSync(template)) return template
    mkdirSync(TEMPLATES, { recursive: true })
    const made = mkdtempSync(join(TEMPLATES, 'in-the-making-'))
    const args = ['--data', join(made, 'records'), '--standins', join(made, 'standins')]
    execFileSync(process.execPath, [SEED, ...args, ...(wide ? ['--wide', wide] : [])], {
      env: { ...process.env, DATABASE_URL: databaseUrl ?? '' },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    try {
      renameSync(made, template)
    } catch {
      // Of two that make the same one, the later finds it there.
      rmSync(made, { recursive: true })
    }
    return template
  }
  let template = ''
  const databaseUrl = await copyOfDatabase(name, (url) => void (template = seeded(url)))
  if (databaseUrl === undefined) template = seeded()
  cpSync(template || join(TEMPLATES, `${name}-postgres`), folder, { recursive: true })
  return databaseUrl
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
