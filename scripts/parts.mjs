// Runs the parts of the test run: what a part printed comes in one piece, and how long it took is kept for the table.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'

const REPORTS = '.playwright'
const env = { ...process.env, NUXT_TELEMETRY_DISABLED: '1', npm_config_loglevel: 'error' }
const parts = []
const counts = { passed: 0, failed: 0 }
const slowest = []

/** Runs a command. Answers whether it ended well. */
export async function part(name, command, args, extra = {}) {
  const started = Date.now()
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...env, ...extra } })
  const said = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => said.push(text))
  const status = await new Promise((done) => child.once('close', done))
  const seconds = Math.round((Date.now() - started) / 1000)
  parts.push({ name, seconds, good: status === 0 })
  console.log(`\n== ${name}\n${Buffer.concat(said)}== ${name}: ${status === 0 ? 'passed' : 'FAILED'}, ${seconds} s`)
  return status === 0
}

/** Runs a script of ours that reports with JSON, and counts its tests. */
async function counted(name, args, extra, read) {
  mkdirSync(REPORTS, { recursive: true })
  const file = `${REPORTS}/${name.replace(/\W+/g, '-').toLowerCase()}.json`
  rmSync(file, { force: true })
  const good = await part(name, 'npx', args(file), extra(file))
  const { passed, failed, tests } = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { tests: [] }
  counts.passed += passed ?? 0
  // A run that fails without a failed test, or leaves no report, is a failure too.
  counts.failed += failed || (good && passed ? 0 : 1)
  slowest.push(...tests)
  return good && !failed && passed > 0
}

/**
 * Runs Vitest on some projects.
 *
 * @example await vitest('Core', ['core'])
 */
export const vitest = (name, projects, extra = {}, more = []) =>
  counted(
    name,
    (file) => [
      'vitest',
      'run',
      ...projects.flatMap((project) => ['--project', project]),
      ...more,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file}`,
    ],
    () => extra,
    ({ numPassedTests, numFailedTests, numFailedTestSuites, testResults }) => ({
      passed: numPassedTests,
      failed: numFailedTests || numFailedTestSuites,
      tests: testResults.flatMap(({ assertionResults }) =>
        assertionResults.map(({ fullName, duration }) => ({ name: `${name}: ${fullName}`, ms: duration ?? 0 })),
      ),
    }),
  )

/** Runs Playwright. */
export const playwright = (name, extra = {}, more = []) =>
  counted(
    name,
    () => ['playwright', 'test', ...more],
    (file) => ({ ...extra, PLAYWRIGHT_JSON_OUTPUT_FILE: file }),
    ({ stats, suites }) => ({
      passed: stats.expected,
      failed: stats.unexpected + stats.flaky,
      tests: testsIn(suites).map(({ title, results }) => ({
        name: `${name}: ${title}`,
        ms: results[0]?.duration ?? 0,
      })),
    }),
  )

const testsIn = (suites) =>
  suites.flatMap(({ suites: inner = [], specs = [] }) => [
    ...testsIn(inner),
    ...specs.flatMap(({ title, tests }) => tests.map(({ results }) => ({ title, results }))),
  ])

/** Runs checks at the same time, one after the other in each lane. Answers whether all ended well. */
export async function lanes(...all) {
  const inTurn = async (checks) => {
    let good = true
    for (const check of checks) good = (await check()) && good
    return good
  }
  return (await Promise.all(all.map(inTurn))).every(Boolean)
}

const STARTS = `${REPORTS}/starts.txt`
export const forgetStarts = () => rmSync(STARTS, { force: true })
const minutes = (seconds) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`

/** Prints what took how long, and what was counted. */
export function table() {
  const starts = existsSync(STARTS) ? readFileSync(STARTS, 'utf8').trim().split('\n').length : 0
  console.log('\n== Minutes by part (parts beside each other count each for itself)')
  for (const { name, seconds, good } of parts)
    console.log(`${minutes(seconds).padStart(6)}  ${name}${good ? '' : '  FAILED'}`)
  console.log('\n== The 20 slowest tests, in seconds')
  for (const { name, ms } of slowest.toSorted((a, b) => b.ms - a.ms).slice(0, 20))
    console.log(`${(ms / 1000).toFixed(1).padStart(6)}  ${name}`)
  console.log(`\nproduct processes started: ${starts}`)
  console.log(`tests: ${counts.passed} passed, ${counts.failed} failed`)
  return counts
}
