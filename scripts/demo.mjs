// Starts Yukata with the world of Brindle Bay: installs, builds and seeds what is missing, then runs the product and the
// two stand-ins until Ctrl-C. Plain Node, because nothing may be installed yet.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

process.chdir(join(dirname(fileURLToPath(import.meta.url)), '..'))

const PORT = Number(process.env.PORT ?? 4100)
const STANDINS_PORT = Number(process.env.STANDINS_PORT ?? 4180)
const DATA = process.env.DEMO_DATA ?? '.data/demo'
const SOURCES = [
  'app',
  'core',
  'server',
  'shared',
  'standins',
  'demo',
  'build',
  'public',
  'scripts',
  'nuxt.config.ts',
  'package.json',
]

function stop(words) {
  console.error(words)
  process.exit(1)
}

function run(words, command, args) {
  console.log(words)
  const { status } = spawnSync(command, args, {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', npm_config_loglevel: 'error' },
  })
  if (status !== 0) stop(`That did not work: ${command} ${args.join(' ')}`)
}

const [major, minor] = process.versions.node.split('.').map(Number)
if (major < 20 || (major === 20 && minor < 19)) stop(`Node 20.19 or newer is needed; this is ${process.versions.node}.`)

for (const port of [PORT, STANDINS_PORT])
  if (!(await isFree(port)))
    stop(`Port ${port} is taken. Stop what uses it, or choose others: PORT=4200 STANDINS_PORT=4280 npm run demo`)

if (
  !existsSync('node_modules/.package-lock.json') ||
  newest('package-lock.json') > newest('node_modules/.package-lock.json')
)
  run('Installing packages (about a minute)', 'npm', ['ci', '--no-audit', '--no-fund'])
const built = '.output/tools/seed.mjs'
if (!existsSync(built) || Math.max(...SOURCES.map(newest)) > newest(built))
  run('Building (about a minute)', 'npm', ['run', 'build'])

if (process.argv.includes('--fresh')) rmSync(DATA, { recursive: true, force: true })
if (!existsSync(`${DATA}/standins/sis/roster.json`)) {
  rmSync(DATA, { recursive: true, force: true })
  run('Making the demo data', process.execPath, [built, '--data', `${DATA}/records`, '--standins', `${DATA}/standins`])
}

/** Who the demo's sign-in offers; in an installation it offers nobody. */
const PEOPLE = [
  { who: 'Teacher', name: 'Marit Okafor-Lindgren', email: 'm.okafor-lindgren@marram.example' },
  { who: 'Second teacher', name: 'Silvester Varga', email: 's.varga@lanternhill.example' },
  { who: 'Registrar', name: 'The district office', email: 'office@brindlebay.example' },
].map((each) => ({ ...each, password: 'low tide at noon' }))

const children = [
  start('.output/tools/standins.mjs', { STANDINS_DIR: `${DATA}/standins`, STANDINS_PORT: String(STANDINS_PORT) }),
  start('.output/server/index.mjs', {
    HOST: '127.0.0.1',
    PORT: String(PORT),
    NUXT_DATA_DIR: `${DATA}/records`,
    NUXT_TODAY: '2026-11-25',
    NUXT_PUBLIC_DEMO: 'true',
    NUXT_PUBLIC_DEMO_PEOPLE: JSON.stringify(PEOPLE),
    // A demonstration has nothing to hide; a real installation sets its own (README).
    NUXT_SESSION_PASSWORD: 'brindle-bay-is-made-up-and-so-is-this-key',
    NUXT_SIS_URL: `http://127.0.0.1:${STANDINS_PORT}/sis`,
    NUXT_SIS_CLIENT_ID: 'yukata',
    NUXT_SIS_CLIENT_SECRET: 'stand-in',
    NUXT_CLASSROOM_URL: `http://127.0.0.1:${STANDINS_PORT}/classroom`,
    NUXT_CLASSROOM_CLIENT_ID: 'yukata',
    NUXT_CLASSROOM_CLIENT_SECRET: 'stand-in',
  }),
]
let stopping = false
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end)
for (const child of children)
  child.on('exit', (code) => {
    if (!stopping) {
      console.error(`A part stopped by itself (${code}).`)
      end()
    }
  })

await answering(`http://127.0.0.1:${PORT}/api/health`)
console.log(`
Yukata          http://127.0.0.1:${PORT}
The stand-ins   http://127.0.0.1:${STANDINS_PORT}   (what the district has received)

${PEOPLE.map(({ who, email }) => `${who.padEnd(16)}${email}`).join('\n')}
Password        ${PEOPLE[0].password}

It is Wednesday, November 25, 2026 in Brindle Bay. Ctrl-C stops everything; the data stays.
To begin again: npm run demo -- --fresh`)

function start(file, env) {
  return spawn(process.execPath, [file], { env: { ...process.env, ...env }, stdio: ['ignore', 'ignore', 'inherit'] })
}

function end() {
  if (stopping) return
  stopping = true
  for (const child of children) child.kill('SIGTERM')
  Promise.all(
    children.map((child) => (child.exitCode === null ? new Promise((done) => child.on('exit', done)) : null)),
  ).then(() => process.exit(0))
}

function isFree(port) {
  return new Promise((done) => {
    const server = createServer().once('error', () => done(false))
    server.listen(port, '127.0.0.1', () => server.close(() => done(true)))
  })
}

/** The newest time at which anything below the path was written. */
function newest(path) {
  if (!existsSync(path)) return 0
  const stat = statSync(path)
  return stat.isDirectory() ? Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name)))) : stat.mtimeMs
}

async function answering(url) {
  for (const end = Date.now() + 60_000; Date.now() < end;) {
    if (
      await fetch(url).then(
        (response) => response.ok,
        () => false,
      )
    )
      return
    await new Promise((done) => setTimeout(done, 100))
  }
  stop('The product did not start within a minute.')
}
