// Everything that has to hold, on a fresh machine and without a terminal: installs what is missing, checks the sources,
// builds, and runs the tests on the built-in database, on a PostgreSQL server, and in Chromium. Plain Node.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { hasPostgres, withPostgres } from './postgres.mjs'

process.chdir(join(dirname(fileURLToPath(import.meta.url)), '..'))
const root = process.getuid?.() === 0
const counts = { passed: 0, failed: 0 }
const env = { ...process.env, NUXT_TELEMETRY_DISABLED: '1', npm_config_loglevel: 'error' }

function stop(words) {
  console.error(words)
  process.exit(1)
}

function step(words, command, args, extra = {}) {
  console.log(`\n== ${words}`)
  const started = Date.now()
  const { status } = spawnSync(command, args, { stdio: ['ignore', 'inherit', 'inherit'], env: { ...env, ...extra } })
  console.log(`== ${words}: ${status === 0 ? 'good' : 'NOT GOOD'}, ${Math.round((Date.now() - started) / 1000)} s`)
  return status === 0
}
/** The same beside something else: what it prints comes in one piece when it is done. */
function beside(words, command, args, extra = {}) {
  const started = Date.now()
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...env, ...extra } })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text))
  return new Promise((done) =>
    child.once('close', (status) => {
      console.log(`\n== ${words}\n${said}`)
      console.log(`== ${words}: ${status === 0 ? 'good' : 'NOT GOOD'}, ${Math.round((Date.now() - started) / 1000)} s`)
      done(status === 0)
    }),
  )
}
const must = (...args) => step(...args) || stop('Stopped there.')
const all = async (...checks) => (await Promise.all(checks)).every(Boolean) || stop('Stopped there.')

// ---- What the machine has to have ----

const desired = [
  // The power cut's disk is a piece of C.
  ['gcc', existsSync('/usr/bin/gcc')],
  ['chromium', existsSync(process.env.CHROMIUM_PATH ?? '/usr/bin/chromium')],
  ['postgresql', hasPostgres()],
  ['poppler-utils', existsSync('/usr/bin/pdftotext')],
].flatMap(([name, there]) => (there ? [] : [name]))
if (desired.length && !root)
  stop(
    `These Debian packages are needed by the tests: ${desired.join(', ')}.\nInstall them: sudo apt-get install ${desired.join(' ')}`,
  )
const debian = async () =>
  desired.length === 0 ||
  ((await beside('Package lists', 'apt-get', ['update', '-qq'])) &&
    (await beside(
      `Installing ${desired.join(', ')}`,
      'apt-get',
      ['install', '-y', '-qq', '--no-install-recommends', ...desired],
      { DEBIAN_FRONTEND: 'noninteractive' },
    )))
const packages = async () =>
  existsSync('node_modules/.package-lock.json') ||
  (await beside('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund']))
await all(debian(), packages())
if (!existsSync('.nuxt/eslint.config.mjs')) must('Preparing', 'npx', ['nuxt', 'prepare'])

// ---- The sources ----

mkdirSync('.playwright', { recursive: true })
// Side by side, because each uses one core; what they read of Nuxt's is there and stays.
const inTurn = async (...checks) => {
  for (const check of checks) if (!(await check())) return false
  return true
}
let good = true
await all(
  inTurn(
    () => beside('Types of the app and the server', 'npx', ['vue-tsc', '-b', '--noEmit']),
    async () => ((good = await vitest('Core', ['core'])), true),
  ),
  inTurn(
    () => beside('Format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']),
    () => beside('Lint', 'npx', ['eslint', '.']),
    () => beside('The walls of the house', 'npm', ['run', 'walls']),
    () => beside('Types of the core', 'npx', ['tsc', '-p', 'tsconfig.core.json']),
    () => beside('Types of the tests', 'npx', ['tsc', '-p', 'tsconfig.tests.json']),
  ),
)
must('Build', 'npm', ['run', '--silent', 'build'])

// ---- The tests ----

// The two databases side by side: most of this is waiting.
const both = await withPostgres(async (url) => {
  const tests = await Promise.all([
    vitest('Services and routes, on the built-in database', ['services', 'api']),
    // How the demo starts does not depend on it.
    vitest('Services and routes, on PostgreSQL', ['services', 'api'], { TEST_DATABASE_URL: url }, [
      '--exclude',
      'tests/api/demo.test.ts',
    ]),
  ])
  return [...tests, await vitest('Storm, small, on PostgreSQL', ['storm'], { TEST_DATABASE_URL: url })]
})
good = both.every(Boolean) && good
good = (await vitest('Storm, small, on the built-in database', ['storm'])) && good
const browserGood = step('Browser', 'npx', ['playwright', 'test'])
const { stats } = JSON.parse(readFileSync('.playwright/results.json', 'utf8'))
count(stats.expected + stats.flaky, stats.unexpected + (browserGood || stats.unexpected ? 0 : 1))

console.log(`\ntests: ${counts.passed} passed, ${counts.failed} failed`)
process.exit(good && browserGood && counts.failed === 0 && counts.passed > 0 ? 0 : 1)

async function vitest(words, projects, extra, more = []) {
  const file = `.playwright/vitest-${words.replace(/\W+/g, '-').toLowerCase()}.json`
  rmSync(file, { force: true })
  const args = ['vitest', 'run', ...projects.flatMap((name) => ['--project', name]), ...more]
  const fine = await beside(
    words,
    'npx',
    [...args, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    extra,
  )
  if (!existsSync(file)) return (count(0, 1), false)
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(file, 'utf8'))
  count(numPassedTests, numFailedTests || (fine ? 0 : 1))
  return fine
}

function count(passed, failed) {
  counts.passed += passed
  counts.failed += failed
}
