import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ClassroomPartner } from '../../server/partners/classroom'
import { Problem } from '../../server/services/problem'
import { classroomReceipts } from '../../demo/classroom'
import { district } from '../../demo/district'
import { published } from '../../demo/published'
import { seeded } from '../../demo/random'

/**
 * A partner whose answers are bent, at one place each: a value of another type, missing, far too long, nested, cut off,
 * with signs that no database holds. Whatever it is, it is read or said to be the partner's fault; nothing else is thrown.
 */
const roster = published(district())
const receipts = classroomReceipts(district())
const parts = Object.fromEntries(
  (['categories', 'lineItems', 'results'] as const).map((part) => [
    part,
    receipts
      .filter((each) => each.part === part)
      .map((each) => each.entity)
      .slice(0, 40),
  ]),
)
const collections: Record<string, unknown[]> = { ...(roster as unknown as Record<string, unknown[]>), ...parts }

let random = seeded(1)
let isBent = true
let server: Server
let client: ClassroomPartner
beforeAll(async () => {
  server = createServer((request, response) => {
    const path = new URL(request.url!, 'http://x').pathname
    if (path.endsWith('/token'))
      return void response.end(JSON.stringify({ access_token: 'a', token_type: 'Bearer', expires_in: 3600 }))
    const name = path.split('/').at(-1)!
    const page = { [name === 'students' ? 'users' : name]: (collections[name] ?? []).slice(0, 60) }
    response.end(isBent ? bent(page) : JSON.stringify(page))
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  client = new ClassroomPartner({ url: `http://127.0.0.1:${port}`, clientId: 'x', clientSecret: 'y' }, '1.2', {
    firstWaitMs: 1,
    again: 0,
  })
})
afterAll(() => new Promise((done) => server.close(done)))

const odd = [
  null,
  '',
  '\0',
  '\ud800',
  'x'.repeat(100_000),
  -1,
  1e308,
  true,
  [],
  {},
  { sourcedId: null },
  '../../etc/passwd',
  '=1+1',
  '__proto__',
  'constructor',
  '2026-13-45',
  '0000-00-00',
  'NaN',
]
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!

/** The JSON of an answer, bent at one place. */
function bent(value: object): string {
  const copy = structuredClone(value) as Record<string, unknown>
  let at: Record<string, unknown> = copy
  let key = pick(Object.keys(at))
  for (let depth = 0; depth < 6; depth++) {
    const below = at[key]
    if (typeof below !== 'object' || below === null || Object.keys(below).length === 0 || random() < 0.15) break
    at = below as Record<string, unknown>
    key = pick(Object.keys(at))
  }
  const how = random()
  if (how < 0.2) Reflect.deleteProperty(at, key)
  else if (how < 0.9) at[key] = pick(odd)
  else at[pick(odd) as string] = at[key]
  const text = JSON.stringify(copy)
  const cut = random()
  if (cut < 0.06) return text.slice(0, Math.floor(random() * text.length))
  return cut < 0.1 ? `${text}${pick(['}', ']', 'x', '\0'])}` : text
}

describe('five hundred bent answers', () => {
  it.each(['roster', 'coursework', 'classes'] as const)(
    '%s: each is read, or said to be the partner’s fault',
    async (what) => {
      const asked = {
        roster: () => client.roster(),
        coursework: () => client.coursework('es7a'),
        classes: () => client.classes(null),
      }
      const codes = new Map<string, number>()
      for (let seed = 1; seed <= 170; seed++) {
        random = seeded(seed * 31)
        const found = await asked[what]().then(
          () => 'read',
          (error: unknown) => {
            if (!(error instanceof Problem)) throw error
            return error.code
          },
        )
        codes.set(found, (codes.get(found) ?? 0) + 1)
      }
      const known = ['read', 'partner-unreadable', 'partner-endless', 'partner-silent']
      expect([...codes.keys()].filter((code) => !known.includes(code))).toEqual([])
      expect(codes.get('partner-unreadable') ?? 0).toBeGreaterThan(20)
    },
  )
  it('and what is not bent is read', async () => {
    isBent = false
    const read = await client.coursework('es7a')
    expect(read.coursework.length).toBeGreaterThan(5)
    expect(read.results.length).toBeGreaterThan(5)
    expect((await client.roster()).roster.classes.length).toBeGreaterThan(5)
  })
})
