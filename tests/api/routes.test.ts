import { readdirSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { classResponse } from '#shared/class'
import { cardsOfficeResponse } from '#shared/prints'
import { accounts, Caller, type Product } from '../support/product'
import { openRoom, runsIn, type Room, type Runs } from './room'
import { routes, type Who } from './route-list'

let room: Room & Runs
let product: Product
beforeAll(async () => {
  const opened = await openRoom()
  room = { ...opened, ...(await runsIn(opened)) }
  product = room.product
})
afterAll(() => product.stop())

describe('every route checks who asks', () => {
  it('and every route stands in this list', () => {
    const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts'))
      .map((name) => name.replace(/\.ts$/, '').replaceAll('\\', '/'))
    expect(files.sort()).toEqual(Object.keys(routes).sort())
  })
  // Signing out comes last: it ends the session of whoever asks.
  const order = Object.entries(routes).sort(
    ([a], [b]) =>
      Number(a.includes('sign-out')) - Number(b.includes('sign-out')) ||
      Number(a.includes('take-back')) - Number(b.includes('take-back')) ||
      Number(a.includes('[print]')) - Number(b.includes('[print]')) ||
      Number(a.includes('.delete')) - Number(b.includes('.delete')) ||
      Number(a.includes('stop')) - Number(b.includes('stop')),
  )
  it.each(order)('%s', async (name, { path, body, answers }) => {
    const method = name.split('.').at(-1)!.toUpperCase().replace(']', 'GET')
    for (const [who, status] of Object.entries(answers) as [Who, number][]) {
      const caller = room[who]
      const response = await caller.call(method, path(room), body?.(room))
      // One roster at a time for each person: the next waits until this one is laid.
      if (name.startsWith('exchange/') && response.status === 200 && /roster\.post|import/.test(name))
        await caller.rosterRun(((await response.json()) as { runId: string }).runId)
      else await response.body?.cancel()
      expect([who, response.status]).toEqual([who, status === 409 ? expect.toBeOneOf([409, 200]) : status])
    }
  })
  it('a key of a connection is never shown, and goes nowhere else with an address that is changed', async () => {
    const office = await Caller.signedIn(product, accounts.registrar)
    const request = {
      name: 'Elsewhere',
      protocol: 'oneroster-1.2',
      url: `${product.standins}/sis`,
      clientId: 'yukata',
      clientSecret: 'stand-in',
    }
    const { id } = await office.post<{ id: string }>('/api/connections', request)
    expect(await (await office.call('GET', '/api/connections')).text()).not.toMatch(/stand-in|secret/i)
    expect(await office.post(`/api/connections/${id}/try`)).toMatchObject([
      { part: 'key', fault: null },
      { part: 'roster', fault: null },
      { part: 'gradebook', fault: null },
      { part: 'standards', fault: null },
    ])
    const { clientSecret: _, ...keyless } = request
    const moved = await office.call('PUT', `/api/connections/${id}`, { ...keyless, url: 'https://elsewhere.example' })
    expect([moved.status, await moved.json()]).toMatchObject([422, { data: { code: 'secret-missing' } }])
    const wrong = await office.call('PUT', `/api/connections/${id}`, { ...request, clientSecret: 'not it' })
    expect(wrong.status).toBe(200)
    expect(await office.post(`/api/connections/${id}/try`)).toMatchObject([
      { part: 'key', fault: { code: 'partner-credentials' } },
    ])
    const set = await office.call('PUT', '/api/connections/set-up', request)
    expect([set.status, await set.json()]).toMatchObject([409, { data: { code: 'connection-set-up' } }])
  })
  it('the cards of a school are the office’s to print, and those of a class its teacher’s', async () => {
    const [mine, office] = await Promise.all([
      Caller.signedIn(product, accounts.teacher),
      Caller.signedIn(product, accounts.registrar),
    ])
    const { schools } = cardsOfficeResponse.parse(await office.get('/api/card-layout'))
    // What teachers brought for themselves (above) has schools of its own, which are none of these.
    expect(new Set(schools.map((each) => each.name)).size).toBe(schools.length)
    const ofSchool = { of: { what: 'school', schoolId: schools[0]!.id }, periodId: room.periodId, each: true }
    expect((await mine.call('POST', '/api/prints', ofSchool)).status).toBe(403)
    expect((await office.call('POST', '/api/prints', ofSchool)).status).toBe(200)
    const nowhere = { ...ofSchool, of: { what: 'school', schoolId: 'nowhere' } }
    expect((await office.call('POST', '/api/prints', nowhere)).status).toBe(404)
    const never = { of: { what: 'mine' }, periodId: 'never', each: false }
    expect((await mine.call('POST', '/api/prints', never)).status).toBe(404)
    for (const body of [{}, { ...never, of: { what: 'everything' } }, { ...never, each: 'yes' }])
      expect((await mine.call('POST', '/api/prints', body)).status).toBe(422)
  })
  it('a run of a roster is only for the person who made it', async () => {
    const again = await Caller.signedIn(product, accounts.other)
    expect((await again.call('GET', `/api/exchange/runs/${room.rosterRunId}`)).status).toBe(403)
  })
  it('a class that does not exist answers like one that is somebody else’s', async () => {
    const again = await Caller.signedIn(product, accounts.teacher)
    expect((await again.call('GET', '/api/classes/nothing')).status).toBe(403)
  })
  it('the log holds no student, no score and no address of one', async () => {
    const caller = await Caller.signedIn(product, accounts.teacher)
    const { students } = classResponse.parse(await caller.get(`/api/classes/${room.classId}`))
    for (const student of students) {
      for (const secret of [student.id, student.familyName].filter(Boolean)) expect(product.log()).not.toContain(secret)
    }
  })
})

describe('an address or a method that is not there', () => {
  it('is said in JSON, with the methods that there are', async () => {
    const missing = await room.nobody.call('GET', '/api/nothing/at/all')
    expect([missing.status, missing.headers.get('content-type')]).toEqual([404, expect.stringContaining('json')])
    const wrong = await room.nobody.call('DELETE', '/api/today')
    expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'GET'])
    expect((await room.nobody.call('GET', '/api/auth/sign-in')).status).toBe(405)
    // The beginning of a longer address, and one that becomes that when it is decoded.
    for (const path of ['/api/sessions/x', '/api/sessions/%20%3F/end', '/api/exchange/runs'.slice(0, 13)])
      expect((await room.nobody.call('POST', path)).status).toBe(404)
  })
  it('health speaks of the records', async () => {
    expect(await room.nobody.get('/api/health')).toMatchObject({ ok: true, records: 'room' })
  })
})
