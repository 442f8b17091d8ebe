// Everything that has to hold, on a fresh machine and without a terminal: installs what is missing, checks the sources,
// builds, and runs the tests. Plain Node. `--quick` checks what a commit touches, `--both` runs everything on both
// databases.
import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { forgetStarts, lanes, part, playwright, table, vitest } from './parts.mjs'
import { hasPostgres, withPostgres } from './postgres.mjs'

process.chdir(join(dirname(fileURLToPath(import.meta.url)), '..'))
const began = Date.now()
const [quick, both] = ['--quick', '--both'].map((name) => process.argv.includes(name))

function stop(words) {
  console.error(words)
  process.exit(1)
}
function end(good) {
  const { passed, failed } = table()
  console.log(`${Math.round((Date.now() - began) / 60_000)} minutes in all`)
  process.exit(good && failed === 0 && passed > 0 ? 0 : 1)
}

// ---- What the machine needs ----

const root = process.getuid?.() === 0
const missing = [
  // The power cut's disk is a piece of C.
  ['gcc', existsSync('/usr/bin/gcc')],
  ['chromium', existsSync(process.env.CHROMIUM_PATH ?? '/usr/bin/chromium')],
  ['postgresql', hasPostgres()],
  ['poppler-utils', existsSync('/usr/bin/pdftotext')],
].flatMap(([name, there]) => (there ? [] : [name]))
if (missing.length && !root)
  stop(
    `The tests need these Debian packages: ${missing.join(', ')}.\nInstall them: sudo apt-get install ${missing.join(' ')}`,
  )
const debian = [
  () => part('Package lists', 'apt-get', ['update', '-qq']),
  () =>
    part(
      `Installing ${missing.join(', ')}`,
      'apt-get',
      ['install', '-y', '-qq', '--no-install-recommends', ...missing],
      { DEBIAN_FRONTEND: 'noninteractive' },
    ),
]
const packages = [() => part('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund'])]
const isInstalled = existsSync('node_modules/.package-lock.json')
if (!(await lanes(missing.length ? debian : [], isInstalled ? [] : packages)))
  stop('Stopped: something could not be installed.')
if (!existsSync('.nuxt/eslint.config.mjs') && !(await part('Preparing', 'npx', ['nuxt', 'prepare'])))
  stop('Stopped: Nuxt could not prepare its types.')

// ---- The sources ----

forgetStarts()
// Exact: each reads what it checked before by content.
const cache = quick ? ['--cache', '--cache-strategy', 'content'] : []
const at = (name) => ['--cache-location', `node_modules/.cache/${name}`]
const appTypes = () => part('Types of the app and the server', 'npx', ['vue-tsc', '-b', '--noEmit'])
const coreTypes = () => part('Types of the core', 'npx', ['tsc', '-p', 'tsconfig.core.json'])
const testTypes = () => part('Types of the tests', 'npx', ['tsc', '-p', 'tsconfig.tests.json'])
const format = () =>
  part('Format', 'npx', ['prettier', '--check', '--log-level', 'warn', ...cache, ...(quick ? at('prettier') : []), '.'])
const lint = () => part('Lint', 'npx', ['eslint', ...cache, ...(quick ? at('eslint') : []), '.'])
const walls = () => part('The walls of the house', 'npm', ['run', '--silent', 'walls'])
const core = () => vitest('Core', ['core'])

if (quick) {
  const touched = spawnSync('git', ['status', '--porcelain'], { encoding: 'utf8' }).stdout
  const more = /server|shared|tests\/services/.test(touched)
    ? [() => vitest('Services touched', ['services'], {}, ['--changed'])]
    : []
  end(await lanes([appTypes, coreTypes], [format, lint, walls, core, ...more]))
}

if (!(await lanes([appTypes, coreTypes], [format, lint, walls, testTypes]))) stop('Stopped: mend the sources first.')
if (!(await lanes([() => part('Build', 'npm', ['run', '--silent', 'build'])], [core]))) {
  table()
  stop('Stopped: the core or the build failed.')
}

/** The files of service and route tests with a tag in their first line. */
const taggedFiles = (tag) =>
  ['tests/services', 'tests/api'].flatMap((folder) =>
    readdirSync(folder)
      .map((name) => `${folder}/${name}`)
      .filter((file) => readFileSync(file, 'utf8').startsWith(`/** @module-tag ${tag} */`)),
  )

// ---- The tests ----

const good = await withPostgres(async (url) => {
  const onServer = { TEST_DATABASE_URL: url }
  // On the built-in database only what depends on the engine; `--both` runs everything.
  const engine = both ? [] : taggedFiles('engine')
  const first = await lanes(
    [
      () => vitest('Services, on PostgreSQL', ['services'], onServer),
      () => vitest('Storm, small, on PostgreSQL', ['storm'], onServer),
      () => vitest('Services and routes, on the built-in database', ['services', 'api'], {}, engine),
    ],
    [
      () => vitest('Routes, on PostgreSQL', ['api'], onServer),
      // The exchange's storm is the same on both; PostgreSQL has a second process beside it.
      () => vitest('Storm, small, on the built-in database', ['storm'], {}, both ? [] : ['tests/storm/storm.test.ts']),
    ],
  )
  return (await playwright('Browser', onServer)) && first
})
end(good)
