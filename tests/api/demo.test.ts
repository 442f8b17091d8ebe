import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { accounts, freePort } from '../support/product'

/** `npm run demo`, as a new person meets it, once everything is installed and built. */
const folder = mkdtempSync(join(tmpdir(), 'yukata-demo-'))
let env: NodeJS.ProcessEnv
let port: number
let running: ChildProcess

interface Started {
  child: ChildProcess
  said: () => string
  ended: Promise<number | null>
}
function demo(): Started {
  const child = spawn(process.execPath, ['scripts/demo.mjs'], { env, stdio: ['ignore', 'pipe', 'pipe'] })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text))
  return { child, said: () => said, ended: new Promise((done) => child.once('exit', done)) }
}
async function ready({ said }: Started): Promise<void> {
  for (const end = Date.now() + 300_000; !said().includes('Ctrl-C stops everything');) {
    if (Date.now() > end) throw new Error(`The demo did not start.\n${said()}`)
    await new Promise((done) => setTimeout(done, 100))
  }
}

beforeAll(async () => {
  port = await freePort()
  const own = {
    DEMO_DATA: join(folder, 'data'),
    PORT: String(port),
    STANDINS_PORT: String(await freePort()),
    DATABASE_URL: '',
  }
  env = { ...process.env, ...own }
})
afterAll(() => {
  running?.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

it('prints where it is and how to sign in, says when a port is taken, and stops whole', async () => {
  const first = demo()
  running = first.child
  await ready(first)
  for (const words of [`http://127.0.0.1:${port}`, env.STANDINS_PORT!, accounts.teacher, accounts.password])
    expect(first.said()).toContain(words)
  const body = JSON.stringify({ email: accounts.teacher, password: accounts.password })
  const headers = { 'content-type': 'application/json' }
  const signIn = await fetch(`http://127.0.0.1:${port}/api/auth/sign-in`, { method: 'POST', headers, body })
  expect(signIn.status).toBe(200)
  expect((await fetch(`http://127.0.0.1:${env.STANDINS_PORT}`)).status).toBe(200)

  const second = demo()
  expect(await second.ended).toBe(1)
  expect(second.said()).toContain(`Port ${port} is taken. Stop what uses it, or choose others`)

  first.child.kill('SIGINT')
  expect(await first.ended).toBe(0)
  for (const each of [port, env.STANDINS_PORT]) await expect(fetch(`http://127.0.0.1:${each}`)).rejects.toThrow()
})
