import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { OneRosterClient } from '../../server/services/oneroster-client'

/** A partner that misbehaves, each in its own way; it always gives a token. */
let server: Server | undefined
afterEach(() => server?.closeAllConnections())
async function partner(answer: (request: IncomingMessage, response: ServerResponse) => void): Promise<OneRosterClient> {
  server = createServer((request, response) => {
    if (request.url!.endsWith('/token'))
      return void response.end(JSON.stringify({ access_token: 'a', token_type: 'Bearer', expires_in: 3600 }))
    answer(request, response)
  })
  await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  return new OneRosterClient({ url: `http://127.0.0.1:${port}`, clientId: 'x', clientSecret: 'y' })
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
    expect(asked).toBe(3)
  })
  it('what it says in words is kept fit and short', async () => {
    const client = await partner((_, response) =>
      response.writeHead(422).end(JSON.stringify({ imsx_description: `No\0 ${'x'.repeat(5000)}` })),
    )
    const answer = await client.put('category', 'c', { title: 'C' }, '2026-11-25')
    expect(answer).toMatchObject({ taken: false, reason: { says: expect.stringMatching(/^No x{190,}$/) as string } })
  })
})
