import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { entriesOf } from '#core/records'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { classResponse, openClassResponse } from '#shared/class'
import { runResponse } from '#shared/exchange'
import { district } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { accounts, Caller, type Product } from '../support/product'
import { actOn, openRoom } from './room'

let product: Product
let classId: string
let periodId: string
beforeAll(async () => ({ product, classId, periodId } = await openRoom()))
afterAll(() => product.stop())

describe('what comes in is checked', () => {
  let caller: Caller
  beforeAll(async () => (caller = await Caller.signedIn(product, accounts.teacher)))
  const problem = async (response: Response) => ((await response.json()) as { data: { code: string } }).data

  it('a body that cannot be read says what is wrong, and changes nothing', async () => {
    for (const body of [{}, { acts: [] }, { acts: [{ kind: 'type' }] }]) {
      const response = await caller.call('POST', `/api/classes/${classId}/acts`, body)
      expect(response.status).toBe(422)
      expect((await problem(response)).code).toBe('unreadable')
    }
    // An act that says who it is is answered for itself.
    const magic = { ...actOn(classId), kind: 'magic' }
    const nine = { ...actOn(classId), changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 9 } }] }
    expect(await caller.post(`/api/classes/${classId}/acts`, { acts: [magic, actOn(classId), nine] })).toMatchObject({
      results: [
        { id: magic.id, rejected: { code: 'unreadable' } },
        { outcomes: [{ done: 'applied' }] },
        { id: nine.id, rejected: { code: 'unreadable' } },
      ],
    })
  })
  it('acts that somebody else made in the same browser wait for them', async () => {
    const other = await Caller.signedIn(product, accounts.other)
    const { person } = await other.get<{ person: { id: string } }>('/api/person')
    const made = actOn(classId)
    const response = await caller.call('POST', `/api/classes/${classId}/acts`, { acts: [made], by: person.id })
    expect([response.status, (await problem(response)).code]).toEqual([401, 'signed-out'])
    expect(await caller.post(`/api/classes/${classId}/acts`, { acts: [made] })).toMatchObject({
      results: [{ id: made.id }],
    })
  })
  it('an act of another class’s student is refused change by change', async () => {
    const id = jointId('somebody', 'something')
    const { results } = await caller.post<{ results: { outcomes: { done: string }[] }[] }>(
      `/api/classes/${classId}/acts`,
      {
        acts: [
          {
            ...actOn(classId),
            kind: 'type',
            changes: [{ kind: 'cell', id, from: { value: null }, to: { value: { points: '1' } } }],
          },
        ],
      },
    )
    expect(results[0]!.outcomes[0]!.done).toBe('refused')
  })
  it('a write from another site is refused', async () => {
    expect(
      (
        await caller.call(
          'POST',
          `/api/classes/${classId}/acts`,
          { acts: [actOn(classId)] },
          { 'sec-fetch-site': 'cross-site' },
        )
      ).status,
    ).toBe(403)
    expect(
      (
        await caller.call(
          'POST',
          `/api/classes/${classId}/acts`,
          { acts: [actOn(classId)] },
          { origin: 'https://elsewhere.example' },
        )
      ).status,
    ).toBe(403)
    expect(
      (await caller.call('POST', `/api/classes/${classId}/acts`, { acts: [actOn(classId)] }, { origin: 'nonsense' }))
        .status,
    ).toBe(403)
  })
  it('a broken roster is refused with its place', async () => {
    const files = csvFiles(district(), '1.1')
    files['classes.csv'] = files['classes.csv']!.replace('c-earth', 'c-moon')
    const data = new FormData()
    data.append('file', new Blob([zipOf(files)]), 'roster.zip')
    const run = await caller.bring('/api/exchange/import', data)
    expect(run).toMatchObject({
      state: 'failed',
      outcome: {
        problem: { code: 'csv-faults', figures: { first: { file: 'classes.csv', column: 'courseSourcedId' } } },
      },
      found: { faults: [{ file: 'classes.csv', line: 2 }] },
    })
    expect((await caller.call('POST', '/api/exchange/import', new FormData())).status).toBe(422)
  })
  it('a period of another class has no report cards', async () => {
    expect((await caller.call('GET', `/api/classes/${classId}/report-cards?period=never&student=x`)).status).toBe(404)
    expect(
      (await caller.call('GET', `/api/classes/${classId}/report-cards?period=${periodId}&student=nobody`)).status,
    ).toBe(404)
  })
})

describe('what goes out', () => {
  it('is what the contract says', async () => {
    const caller = await Caller.signedIn(product, accounts.teacher)
    const snapshot = classResponse.parse(await caller.get(`/api/classes/${classId}`))
    expect(entriesOf(snapshot.records, 'cell').length).toBeGreaterThan(300)
    expect(Object.values(snapshot.records.plan)[0]).toMatchObject({ method: 'categories', scale: blanks.plan.scale })
    const { runId } = await caller.post<{ runId: string }>(`/api/classes/${classId}/prepare`)
    expect(runResponse.parse(await caller.get(`/api/exchange/runs/${runId}`)).items.length).toBeGreaterThan(100)
  })
  it('has the headers that keep a page safe', async () => {
    const { headers } = await fetch(product.url)
    const policy = headers
      .get('content-security-policy')!
      .split(';')
      .map((each) => each.trim())
    expect(policy).toEqual(
      expect.arrayContaining([
        "default-src 'self'",
        "frame-ancestors 'none'",
        expect.stringMatching(/^script-src 'self' 'nonce-\S+' 'strict-dynamic'$/),
        expect.stringMatching(/^style-src 'self' 'nonce-\S+'$/),
      ]),
    )
    expect(headers.get('x-content-type-options')).toBe('nosniff')
  })
})

describe('a stream of news', () => {
  it('tells of an act within seconds, goes on where a listener left off, and does not hold up a stop', async () => {
    const caller = await Caller.signedIn(product, accounts.teacher)
    const { seq } = openClassResponse.parse(await caller.get(`/api/classes/${classId}`))
    const listen = async (headers = {}) => {
      const stream = await caller.call('GET', `/api/news?known=${classId}:${seq}`, undefined, headers)
      const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
      expect((await reader.read()).value).toContain('event: listening')
      return reader
    }
    const made = actOn(classId)
    const first = await listen()
    await caller.post(`/api/classes/${classId}/acts`, { acts: [made] })
    const told = (await first.read()).value!
    expect(told).toContain(made.id)
    const at = /^id: (.*)$/m.exec(told)![1]!
    // Somebody who heard that much hears the next act first.
    const next = actOn(classId)
    const second = await listen({ 'last-event-id': at })
    await caller.post(`/api/classes/${classId}/acts`, { acts: [next] })
    const then = (await second.read()).value!
    expect(then).toContain(next.id)
    expect(then).not.toContain(made.id)
    // The web server itself would wait half a minute for open requests.
    const started = Date.now()
    await product.stop()
    expect(Date.now() - started).toBeLessThan(15_000)
  })
})
