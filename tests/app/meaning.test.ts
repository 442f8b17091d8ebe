import { describe, expect, it } from 'vitest'
import { meaningOf, type Reply } from '../../app/queue/meaning'

const [a, b] = [crypto.randomUUID(), crypto.randomUUID()]
const reply = (status: number, body: unknown, retryAfter: string | null = null): Reply => ({
  status,
  text: typeof body === 'string' ? body : JSON.stringify(body),
  retryAfter,
})
const problem = (status: number, code: string, detail?: unknown) =>
  reply(status, { statusCode: status, data: { code, detail } })
const applied = (id: string) => ({ id, seq: 1, outcomes: [{ done: 'applied' }] })
const HTML = '<!doctype html><title>Not ours</title>'

describe('what an answer to acts means', () => {
  it.each([
    ['nothing came back', null],
    ['500 of ours', problem(500, 'bug')],
    ['503 of ours', problem(503, 'records-away')],
    ['502 of a proxy', reply(502, HTML)],
    ['403 that is not ours', reply(403, HTML)],
    ['403 in JSON that is not ours', reply(403, { error: 'blocked' })],
    ['408', reply(408, HTML)],
    ['413 that is not ours', reply(413, HTML)],
    ['425', reply(425, HTML)],
    ['429 that is not ours', reply(429, HTML)],
    ['401 that is not ours', reply(401, HTML)],
    ['404 of ours', problem(404, 'no-such-address')],
    ['a captive portal’s 200', reply(200, HTML)],
    ['200 for other acts', reply(200, { results: [applied(crypto.randomUUID())] })],
    ['200 for fewer acts', reply(200, { results: [] })],
    ['200 of another shape', reply(200, [{ id: a }])],
    ['a rejection that names no act', problem(403, 'not-your-class')],
    ['a rejection of other acts', problem(403, 'not-your-class', { acts: [b] })],
    ['a code that is not listed, naming the act', problem(422, 'something-new', { acts: [a] })],
    ['half of an answer', reply(200, '{"results":[{"id"')],
    ['a redirect', reply(302, '')],
  ])('%s: try again', (_, answer) => expect(meaningOf(answer, [a])).toMatchObject({ means: 'again' }))

  it('Retry-After says how long, in seconds or until a date, five minutes at most', () => {
    expect(meaningOf(problem(503, 'records-away'), [a])).toEqual({ means: 'again', afterMs: null })
    expect(meaningOf(reply(429, HTML, '7'), [a])).toEqual({ means: 'again', afterMs: 7000 })
    expect(meaningOf(reply(503, HTML, '86400'), [a])).toEqual({ means: 'again', afterMs: 300_000 })
    const soon = meaningOf(reply(503, HTML, new Date(Date.now() + 20_000).toUTCString()), [a])
    expect(soon).toMatchObject({ means: 'again', afterMs: expect.closeTo(19_500, -4) })
    expect(meaningOf(reply(503, HTML, 'soon'), [a])).toEqual({ means: 'again', afterMs: null })
  })

  it('our 401 asks for the sign-in', () => {
    expect(meaningOf(problem(401, 'signed-out'), [a])).toEqual({ means: 'sign in' })
  })

  it('results count for the very acts that were sent, in their order', () => {
    const results = [applied(a), { id: b, rejected: { code: 'unreadable', fault: { code: 'field.id' } } }]
    expect(meaningOf(reply(200, { results }), [a, b])).toEqual({ means: 'results', results })
    expect(meaningOf(reply(200, { results }), [b, a])).toMatchObject({ means: 'again' })
    const later = [{ id: a, later: true }]
    expect(meaningOf(reply(200, { results: later }), [a])).toEqual({ means: 'results', results: later })
  })

  it('a listed rejection that names the acts is one for each', () => {
    expect(meaningOf(problem(403, 'not-your-class', { acts: [a, b] }), [a, b])).toEqual({
      means: 'results',
      results: [a, b].map((id) => ({ id, rejected: { code: 'not-your-class' } })),
    })
  })

  it('too large together: fewer at a time; too large alone: rejected', () => {
    expect(meaningOf(problem(413, 'too-large'), [a, b])).toEqual({ means: 'fewer' })
    expect(meaningOf(problem(413, 'too-large'), [a])).toMatchObject({
      results: [{ id: a, rejected: { code: 'too-large' } }],
    })
  })
})
