import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import type { Patience } from '../../server/partners/http'
import { OneRosterPartner } from '../../server/partners/oneroster'

/** A partner that misbehaves, each in its own way; it always gives a token. */
let server: Server | undefined
afterEach(() => server?.closeAllConnections())
let tokens = 0
async function partner(
  answer: (request: IncomingMessage, response: ServerResponse) => void,
  patience: Partial<Patience> = {},
  version?: '1.1' | '1.2',
): Promise<OneRosterPartner> {
  tokens = 0
  server = createServer((request, response) => {
    if (request.url!.endsWith('/token'))
      return void response.end(JSON.stringify({ access_token: `t${++tokens}`, token_type: 'Bearer', expires_in: 3600 }))
    answer(request, response)
  })
  await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  const address = { url: `http://127.0.0.1:${port}`, clientId: 'x', clientSecret: 'y' }
  return new OneRosterPartner(address, version, { firstWaitMs: 2, ...patience })
}
const org = (id: string) => ({
  sourcedId: id,
  status: 'active',
  dateLastModified: '2026-01-01',
  name: id,
  type: 'school',
})
const named = expect.stringMatching(/127\.0\.0\.1:\d+/)

describe('a partner that misbehaves is named, and changes nothing', () => {
  it('one that sends us to another host is not followed', async () => {
    let followed = false
    const other = createServer((_, response) => ((followed = true), response.end('{}')))
    await new Promise<void>((done) => other.listen(0, '127.0.0.1', done))
    const client = await partner((_, response) =>
      response.writeHead(302, { location: `http://127.0.0.1:${(other.address() as AddressInfo).port}/` }).end(),
    )
    await expect(client.roster()).rejects.toMatchObject({ code: 'partner-redirect', figures: { partner: named } })
    expect(followed).toBe(false)
    other.close()
  })
  it('one whose pages never end is left', async () => {
    let pages = 0
    const page = JSON.stringify({ orgs: Array.from({ length: 200 }, (_, at) => org(`o${at}`)) })
    const client = await partner((_, response) => (pages++, response.end(page)))
    await expect(client.roster()).rejects.toMatchObject({ code: 'partner-endless', figures: { partner: named } })
    expect(pages).toBeLessThan(4)
  })
  it('an answer of 300 MB is not read to its end', async () => {
    let sent = 0
    const piece = Buffer.alloc(1_000_000, ' ')
    const client = await partner((_, response) => {
      const write = (): void => {
        while (sent < 300) {
          sent++
          if (!response.write(piece)) return void response.once('drain', write)
        }
        response.end()
      }
      write()
    })
    await expect(client.roster()).rejects.toMatchObject({ code: 'partner-too-large', figures: { partner: named } })
    expect(sent).toBeLessThan(150)
  })
  it.each([
    ['garbage', '<html>'],
    ['half of an answer', '{"orgs":['],
    ['another shape', '{"orgs":[{"sourcedId":1}]}'],
    ['ids that no database holds', JSON.stringify({ orgs: [org('x'.repeat(5000))] })],
  ])('%s is said to be its fault', async (_, text) => {
    const client = await partner((_request, response) => response.end(text))
    await expect(client.roster()).rejects.toMatchObject({ code: 'partner-unreadable', figures: { partner: named } })
  })
  it('one that is silent or stumbles is tried again, and then said to be', async () => {
    let asked = 0
    const client = await partner(
      (request, response) => (asked++, asked % 2 ? request.socket.destroy() : response.writeHead(503).end()),
    )
    await expect(client.roster()).rejects.toMatchObject({ figures: { partner: named } })
    expect(asked).toBe(4)
  })
  it('what it says in words is kept fit and short', async () => {
    const client = await partner((_, response) =>
      response.writeHead(422).end(JSON.stringify({ imsx_description: `No\0 ${'x'.repeat(5000)}` })),
    )
    const answer = await client.put(category, '2026-11-25')
    expect(answer).toMatchObject({
      taken: false,
      isPassing: false,
      reason: { says: expect.stringMatching(/^No x{190,}$/) as string },
    })
  })
})

const category = { type: 'category', id: 'c', fields: { name: 'C', weight: '10' } } as const

describe('what is asked again, and what is not', () => {
  // RFC 9110 (408, 503, Retry-After), RFC 6585 (429), RFC 8470 (425).
  it.each([408, 425, 429, 500, 502, 503, 504])('%i is, and the second answer counts', async (status) => {
    let asked = 0
    const client = await partner((_, response) => response.writeHead(asked++ ? 201 : status).end('{}'))
    expect(await client.put(category, '2026-11-25')).toEqual({ taken: true })
    expect(asked).toBe(2)
  })
  it.each([400, 403, 404, 409, 413, 422])('%i is a word about this one thing', async (status) => {
    let asked = 0
    const client = await partner((_, response) => (asked++, response.writeHead(status).end('no JSON')))
    expect(await client.put(category, '2026-11-25')).toEqual({
      taken: false,
      isPassing: false,
      reason: { code: 'send.answered', status },
    })
    expect(asked).toBe(1)
  })
  it('a thing over which it stumbles every time may be taken another time, and the next one is sent', async () => {
    const client = await partner((request, response) =>
      response.writeHead(request.url!.endsWith('/bad') ? 500 : 201).end('{}'),
    )
    expect(await client.put({ ...category, id: 'bad' }, '2026-11-25')).toMatchObject({ taken: false, isPassing: true })
    expect(await client.put(category, '2026-11-25')).toEqual({ taken: true })
  })
  it('Retry-After is kept to, in seconds and as a date, and one that is too long is said', async () => {
    let asked: number[] = []
    const client = await partner((_, response) => {
      asked.push(performance.now())
      if (asked.length > 1) response.writeHead(201).end('{}')
      else response.writeHead(429, { 'retry-after': '1' }).end()
    })
    await client.put(category, '2026-11-25')
    expect(asked[1]! - asked[0]!).toBeGreaterThan(950)
    asked = []
    const busy = await partner((_, response) => response.writeHead(503, { 'retry-after': '3600' }).end())
    await expect(busy.put(category, '2026-11-25')).rejects.toMatchObject({
      code: 'partner-busy',
      figures: { seconds: 3600 },
    })
    const dated = await partner((_, response) =>
      response.writeHead(503, { 'retry-after': new Date(Date.now() + 7_200_000).toUTCString() }).end(),
    )
    await expect(dated.put(category, '2026-11-25')).rejects.toMatchObject({ code: 'partner-busy' })
  })
  it('a token that is not taken is renewed once', async () => {
    const seen: string[] = []
    const client = await partner((request, response) => {
      seen.push(request.headers.authorization!)
      response.writeHead(request.headers.authorization === 'Bearer t1' ? 401 : 201).end('{}')
    })
    expect(await client.put(category, '2026-11-25')).toEqual({ taken: true })
    expect(seen).toEqual(['Bearer t1', 'Bearer t2'])
    const never = await partner((_, response) => response.writeHead(401).end('{}'))
    await expect(never.put(category, '2026-11-25')).rejects.toMatchObject({ code: 'partner-credentials' })
    expect(tokens).toBe(2)
  })
  it('one that is away is left alone for a while: it is asked no more, and the answer comes at once', async () => {
    let asked = 0
    const client = await partner((_, response) => (asked++, response.writeHead(503).end()), {
      failures: 4,
      restMs: 60_000,
    })
    for (let at = 0; at < 30; at++)
      await client.put({ ...category, id: `c${at}` }, '2026-11-25').catch((error: { code: string }) => error.code)
    expect(asked).toBe(4)
    await expect(client.put(category, '2026-11-25')).rejects.toMatchObject({ code: 'partner-silent' })
  })
  it('is not waited for longer than its time', async () => {
    const client = await partner(() => {}, { answerMs: 60, again: 1 })
    await expect(client.put(category, '2026-11-25')).rejects.toMatchObject({ code: 'partner-silent' })
  })
})

describe('pages that overlap', () => {
  it('give each thing once, and their end is found', async () => {
    const all = Array.from({ length: 430 }, (_, at) => org(`o${at}`))
    const client = await partner((request, response) => {
      const { searchParams, pathname } = new URL(request.url!, 'http://x')
      const name = pathname.split('/').at(-1)!
      const offset = Number(searchParams.get('offset'))
      // Something came in before while the pages were read: each begins three earlier than it should.
      const page = name === 'orgs' ? all.slice(Math.max(0, offset - 3), Math.max(0, offset - 3) + 200) : []
      response
        .writeHead(200, { 'x-total-count': String(name === 'orgs' ? 433 : 0) })
        .end(JSON.stringify({ [name]: page }))
    })
    expect((await client.roster()).roster.orgs.map((each) => each.id)).toEqual(all.map((each) => each.sourcedId))
  })
})

describe('pages that are smaller than was asked for', () => {
  it('are read to the end, by what the partner says there is in all', async () => {
    const all = Array.from({ length: 123 }, (_, at) => org(`o${at}`))
    const client = await partner((request, response) => {
      const { searchParams, pathname } = new URL(request.url!, 'http://x')
      const name = pathname.split('/').at(-1)!
      const offset = Number(searchParams.get('offset'))
      const page = name === 'orgs' ? all.slice(offset, offset + 50) : []
      response
        .writeHead(200, { 'x-total-count': String(name === 'orgs' ? all.length : 0) })
        .end(JSON.stringify({ [name]: page }))
    })
    expect((await client.roster()).roster.orgs).toHaveLength(123)
  })
})

describe('version 1.1', () => {
  it('has one path for both services, one role for a person, and sends what it has a name for', async () => {
    const sent: [string, Record<string, unknown>][] = []
    const entities: Record<string, object[]> = {
      orgs: [org('s')],
      users: [
        {
          sourcedId: 'u',
          status: 'active',
          dateLastModified: '2026-01-01T00:00:00.000Z',
          enabledUser: 'true',
          givenName: 'Ann',
          familyName: 'Test',
          role: 'student',
          orgs: [{ sourcedId: 's', type: 'org' }],
        },
      ],
    }
    const client = await partner(
      (request, response) => {
        const path = new URL(request.url!, 'http://x').pathname
        if (request.method === 'PUT') {
          let text = ''
          request.on('data', (piece) => (text += piece))
          request.on('end', () => {
            sent.push([path, JSON.parse(text) as Record<string, unknown>])
            response.writeHead(201).end('{}')
          })
          return
        }
        const name = path.split('/').at(-1)!
        response.end(JSON.stringify({ [name]: entities[name] ?? [] }))
      },
      {},
      '1.1',
    )
    const { roster } = await client.roster()
    expect(roster.people).toMatchObject([{ id: 'u', role: 'student', givenName: 'Ann' }])
    await client.put(category, '2026-11-25')
    expect(sent).toMatchObject([
      ['/ims/oneroster/v1p1/categories/c', { category: { sourcedId: 'c', title: 'C', metadata: { weight: '10' } } }],
    ])
    expect(sent[0]![1].category).not.toHaveProperty('weight')
  })
})
