import { request } from 'node:http'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { actKinds } from '#core/acts/act'
import { blanks, type Kind } from '#core/kinds'
import { openClassResponse } from '#shared/class'
import { district } from '../../demo/district'
import { csvFiles, formWith, zipOf } from '../support/oneroster-files'
import type { Caller, Product } from '../support/product'
import { openRoom, runsIn, type Room, type Runs } from './room'
import { routes } from './route-list'

let room: Room & Runs
let product: Product
let teacher: Caller
let registrar: Caller
let classId: string
beforeAll(async () => {
  const opened = await openRoom()
  room = { ...opened, ...(await runsIn(opened)) }
  ;({ product, teacher, registrar, classId } = room)
})
afterAll(() => product.stop())

/** What has broken servers before: text that no database holds, numbers at its edges, names of every object. */
const nasty = fc.oneof(
  fc.constantFrom<unknown>(
    '\0',
    'a\0b',
    '\ud800',
    'x'.repeat(9000),
    '0000-01-01',
    '9999-12-31',
    '2026-02-30',
    'constructor',
    '__proto__',
    '../..',
    'a/b/c',
    2_147_483_648,
    -1,
    1e308,
    0.1,
    '999999999999',
    '-0',
    'NaN',
    null,
    true,
    [],
    {},
    [[[]]],
  ),
  fc.string({ unit: 'binary', maxLength: 20 }),
  fc.jsonValue({ maxDepth: 2 }),
)

describe('a body of any kind never meets a fault of ours', () => {
  const kinds = Object.keys(blanks) as Kind[]
  const someAct = fc
    .record({
      kind: fc.constantFrom(...kinds),
      act: fc.oneof(fc.constantFrom(...actKinds), nasty),
      fields: fc.array(fc.tuple(fc.nat(30), nasty), { maxLength: 4 }),
      id: fc.oneof(fc.constantFrom('x', 'x/y', 'x/y/z', 'x/y/z/w'), nasty),
      at: fc.oneof(fc.constant('2026-11-25T10:00:00Z'), nasty),
      more: fc.dictionary(fc.constantFrom('of', 'batch', 'sitting', 'never'), nasty, { maxKeys: 2 }),
      whole: fc.boolean(),
    })
    .map(({ kind, act, fields, id, at, more, whole }) => {
      const blank = blanks[kind] as Record<string, unknown>
      const names = Object.keys(blank)
      const to: Record<string, unknown> = whole ? { ...blank } : {}
      for (const [which, value] of fields) to[names[which % names.length]!] = value
      const from = Object.fromEntries(Object.keys(to).map((name) => [name, blank[name]]))
      return { id: crypto.randomUUID(), kind: act, at, ...more, changes: [{ kind, id, from, to }] }
    })

  it('acts on a class, on the desk and on the district, of every kind', async () => {
    const statuses = new Map<number, number>()
    const count = (status: number) => statuses.set(status, (statuses.get(status) ?? 0) + 1)
    const laters: unknown[] = []
    await fc.assert(
      fc.asyncProperty(
        fc.array(someAct, { minLength: 1, maxLength: 12 }),
        fc.constantFrom('class', 'user', 'district'),
        async (acts, where) => {
          if (where === 'class') {
            const response = await teacher.call('POST', `/api/classes/${classId}/acts`, { acts })
            count(response.status)
            expect(response.status).toBeLessThan(500)
            if (response.status === 200) {
              const { results } = (await response.json()) as { results: Record<string, unknown>[] }
              laters.push(...results.filter((each) => 'later' in each))
            }
          } else {
            const caller = where === 'user' ? teacher : registrar
            const response = await caller.call('POST', '/api/acts', { acts: [{ scope: where, act: acts[0] }] })
            count(response.status)
            expect(response.status).toBeLessThan(500)
          }
        },
      ),
      { numRuns: 250 },
    )
    // Nothing made the server stumble on an act either.
    expect(laters).toEqual([])
    expect([...statuses.keys()].every((status) => [200, 409, 422].includes(status))).toBe(true)
    expect(statuses.get(200)).toBeGreaterThan(20)
    // The class still opens.
    expect(openClassResponse.safeParse(await teacher.get(`/api/classes/${classId}`)).error).toBeUndefined()
  })

  // Signing out ends the session of the caller, and other routes would then prove nothing.
  it.each(Object.entries(routes).filter(([name]) => name !== 'auth/sign-out.post'))(
    'every place for a value in %s',
    async (name, { path, body }) => {
      const method = name.split('.').at(-1)!.toUpperCase().replace(']', 'GET')
      const whole = body?.(room)
      const places = placesIn(name, path(room), whole instanceof FormData ? undefined : whole)
      let asked = 0
      await fc.assert(
        fc.asyncProperty(nasty, fc.constantFrom('teacher', 'registrar'), async (value, who) => {
          for (const put of places) {
            const { address, body: sent } = put(value)
            const response = await room[who as 'teacher' | 'registrar'].call(method, address, sent)
            asked++
            const code =
              response.status < 500 ? null : ((await response.json()) as { data?: { code?: string } }).data?.code
            await response.body?.cancel().catch(() => {})
            // A partner or a disk can be away, which has a code of its own; a fault of ours is called a bug.
            expect([address, response.status < 500 || (code !== undefined && code !== 'bug')]).toEqual([address, true])
          }
        }),
        { numRuns: 8 },
      )
      expect(asked).toBeGreaterThanOrEqual(8 * places.length)
      expect(places.length).toBeGreaterThan(0)
    },
  )
})

type Put = (value: unknown) => { address: string; body?: unknown }

/** Every place of a request that takes a value: ids in the address, the query, the body as a whole, each field of it. */
function placesIn(name: string, address: string, body: unknown): Put[] {
  const [path, query = ''] = address.split('?') as [string, string?]
  const pattern = `/api/${name.replace(/\.\w+$/, '').replace(/\/index$/, '')}`.split('/')
  const parts = path.split('/')
  const places: Put[] = []
  pattern.forEach((part, at) => {
    if (!part.startsWith('[') || part.startsWith('[...')) return
    places.push((value) => ({
      address:
        [...parts.slice(0, at), encoded(value) || 'x', ...parts.slice(at + 1)].join('/') + (query && `?${query}`),
      body,
    }))
  })
  const pairs = [...new URLSearchParams(query)]
  pairs.forEach((_, which) =>
    places.push((value) => ({
      address: `${path}?${pairs.map(([key, old], at) => `${key}=${at === which ? encoded(value) : encodeURIComponent(old)}`).join('&')}`,
      body,
    })),
  )
  places.push((value) => ({ address: `${path}?${encoded(value)}=${encoded(value)}`, body }))
  if (/\.(post|put)$/.test(name)) places.push((value) => ({ address, body: value }))
  if (body && typeof body === 'object')
    for (const key of Object.keys(body)) places.push((value) => ({ address, body: { ...body, [key]: value } }))
  return places
}

/** A value as text in an address. Not `String`: a value whose own `toString` is no function has no such text. */
function encoded(value: unknown): string {
  try {
    return encodeURIComponent(typeof value === 'string' ? value : fc.stringify(value))
  } catch {
    return '%ED%A0%80'
  }
}

describe('a body without end', () => {
  /** Sends on and on, without saying how much, until the server has had enough. */
  function flood(path: string, headers: Record<string, string> = {}): Promise<{ status: number; sent: number }> {
    return new Promise((resolve) => {
      const url = new URL(path, product.url)
      let sent = 0
      let status = 0
      const out = request(
        url,
        { method: 'POST', headers: { 'content-type': 'application/json', ...headers } },
        (response) => {
          status = response.statusCode ?? 0
          response.resume()
          response.on('end', () => resolve({ status, sent }))
        },
      )
      out.on('error', () => resolve({ status, sent }))
      const piece = Buffer.alloc(64_000, 'x')
      const write = () => {
        while (!out.destroyed && status === 0 && sent < 400_000_000) {
          sent += piece.length
          if (!out.write(piece)) return void out.once('drain', () => setImmediate(write))
        }
        out.end()
      }
      write()
    })
  }
  it('is cut off at the limit of the route, unauthenticated too', async () => {
    const signIn = await flood('/api/auth/sign-in')
    expect([signIn.status, signIn.sent < 20_000_000]).toEqual([413, true])
    // Whoever may not be there at all is told so before a byte is read.
    expect([401, 413]).toContain((await flood(`/api/classes/${classId}/acts`)).status)
    expect(await teacher.get('/api/health')).toMatchObject({ ok: true })
  })
  it('said to be long is refused before it is read', async () => {
    const response = await teacher.call('POST', '/api/auth/sign-in', {
      email: 'a@b.example',
      password: 'x'.repeat(10_000),
    })
    expect(response.status).toBe(413)
  })
})

describe('open pages', () => {
  it('hear that the roster of their class is another', async () => {
    const stream = await teacher.call('GET', `/api/news?known=${classId}:999999999`)
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
    let heard = ''
    const listening = (async () => {
      while (!heard.includes('event: roster')) {
        const { value, done } = await reader.read()
        if (done) throw new Error(`The stream ended after: ${heard}`)
        heard += value
      }
    })()
    const files = csvFiles(district(), '1.1')
    files['classes.csv'] = files['classes.csv']!.replace('Earth Systems 7A', 'The first hour')
    const run = await registrar.bring('/api/exchange/import', formWith(zipOf(files)))
    expect(['done', 'asking']).toContain(run.state)
    if (run.state === 'asking') {
      await registrar.post(`/api/exchange/runs/${run.id}/go-on`)
      await registrar.rosterRun(run.id)
    }
    await listening
    expect(heard).toContain(`event: roster\ndata: ${classId}`)
    await reader.cancel()
  })
})

describe('what is logged', () => {
  it('is a line of JSON for each request, with its route and its id, and nothing that it carried', async () => {
    const response = await teacher.call('GET', `/api/classes/${classId}/history?kind=cell&record=x`)
    const id = response.headers.get('x-request-id')
    await response.body?.cancel()
    await expect.poll(() => product.log()).toContain(id!)
    const lines = product
      .log()
      .trim()
      .split('\n')
      .filter((line) => line.startsWith('{'))
    const line = JSON.parse(lines.find((each) => each.includes(id!))!) as Record<string, unknown>
    expect(line).toMatchObject({ level: 'info', method: 'GET', route: '/api/classes/:id/history', status: 422 })
    expect(product.log()).not.toContain(classId)
  })
})
