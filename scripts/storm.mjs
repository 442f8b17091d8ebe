// The storm: kills, a full disk and power cuts on both databases, and the conflicts of tabs and classes in the browser.
// Small by itself (CI does the same), large with STORM=large, which writes its table into docs/reliability.md.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { hasPostgres, withPostgres } from './postgres.mjs'

process.chdir(join(dirname(fileURLToPath(import.meta.url)), '..'))
if (!existsSync('.output/tools/seed.mjs')) {
  console.error('Build first: npm run build')
  process.exit(1)
}
const run = (args, env = {}) =>
  spawnSync('npx', args, { stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, ...env } }).status === 0
const storm = ['vitest', 'run', '--project', 'storm']
const stories = ['outlives', 'reading', 'away', 'browsers', 'keeping'].map((name) => `tests/browser/${name}.spec.ts`)

let good = true
if (hasPostgres()) await withPostgres(async (url) => (good = run(storm, { TEST_DATABASE_URL: url }) && good))
else console.log('No PostgreSQL here: its half is left out.')
good = run(storm) && good
if (process.env.STORM === 'large') good = run(['playwright', 'test', ...stories]) && good
process.exit(good ? 0 : 1)
