import { readdirSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { classResponse, openClassResponse } from '#shared/class'
import { runResponse } from '#shared/exchange'
import { policyOutlook } from '#shared/plans'
import { cardsOfficeResponse } from '#shared/prints'
import { todayResponse } from '#shared/today'
import { district } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { accounts, Caller, startProduct, type Product } from '../support/product'

let product: Product
let nobody: Caller
let teacher: Caller
let other: Caller
let registrar: Caller
let classId: string
let runId: string
let rosterRunId: string
let connectionId: string

beforeAll(async () => {
  product = await startProduct()
  nobody = new Caller(product.url)
  ;[teacher, other, registrar] = (await Promise.all(
    [accounts.teacher, accounts.other, accounts.registrar].map((email) => Caller.signedIn(product, email)),
  )) as [Caller, Caller, Caller]
  classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
  rosterRunId = (await teacher.bring('/api/exchange/roster')).id
  // Who comes and goes is said first.
  await teacher.post(`/api/exchange/runs/${rosterRunId}/go-on`)
  await teacher.rosterRun(rosterRunId)
  runId = (await teacher.post<{ runId: string }>(`/api/classes/${classId}/prepare`)).runId
  await teacher.post(`/api/exchange/runs/${runId}/send`)
  const connection = { name: 'Another', protocol: 'oneroster-1.1', url: `${product.standins}/sis`, clientId: 'x' }
  const made = await registrar.post<{ id: string }>('/api/connections', { ...connection, clientSecret: 'wrong' })
  connectionId = made.id
})
afterAll(() => product.stop())

type Who = 'nobody' | 'teacher' | 'other' | 'registrar'
const act = () => ({
  id: crypto.randomUUID(),
  kind: 'plan',
  at: new Date().toISOString(),
  changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 1 } }],
})
const form = () => {
  const data = new FormData()
  data.append('file', new Blob([zipOf(csvFiles(district(), '1.2'))]), 'roster.zip')
  return data
}
const ofClass = { nobody: 401, teacher: 200, other: 403, registrar: 403 }
const ofOffice = { nobody: 401, teacher: 403, other: 403, registrar: 200 }

/** Every route, what it is asked, and whom it answers how. */
const routes: Record<string, { path: () => string; body?: () => unknown; answers: Record<Who, number> }> = {
  'health.get': { path: () => '/api/health', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  'ready.get': { path: () => '/api/ready', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  '[...]': { path: () => '/api/nothing', answers: { nobody: 404, teacher: 404, other: 404, registrar: 404 } },
  'person.get': { path: () => '/api/person', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  'auth/sign-in.post': {
    path: () => '/api/auth/sign-in',
    body: () => ({ email: 'x@y.example', password: 'x' }),
    answers: { nobody: 401, teacher: 401, other: 401, registrar: 401 },
  },
  'auth/sign-out.post': {
    path: () => '/api/auth/sign-out',
    answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 },
  },
  'auth/password.post': {
    path: () => '/api/auth/password',
    body: () => ({ present: 'wrong', next: 'a longer word than that' }),
    answers: { nobody: 401, teacher: 422, other: 422, registrar: 422 },
  },
  'sessions/index.get': {
    path: () => '/api/sessions',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'sessions/[session]/end.post': {
    path: () => '/api/sessions/none-of-mine/end',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'today.get': { path: () => '/api/today', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'plans.get': { path: () => '/api/plans', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'list-pdf.post': {
    path: () => '/api/list-pdf',
    body: () => ({ title: 'A list', under: '', columns: [{ head: 'Student', isNumber: false }], rows: [['Ann']] }),
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'bank.get': { path: () => '/api/bank', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'windows.get': { path: () => '/api/windows', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'district.get': { path: () => '/api/district', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'exchange/standards.get': {
    path: () => '/api/exchange/standards',
    answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 },
  },
  'standards.get': { path: () => '/api/standards', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'district-outlook.post': {
    path: () => '/api/district-outlook',
    body: () => ({ policy: { ...blanks.policy, lowLine: '65' } }),
    answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 },
  },
  'acts.post': {
    path: () => '/api/acts',
    body: () => ({ acts: [{ scope: classId, act: act() }] }),
    answers: ofClass,
  },
  'classes/[id]/index.get': { path: () => `/api/classes/${classId}`, answers: ofClass },
  'classes/[id]/acts.post': {
    path: () => `/api/classes/${classId}/acts`,
    body: () => ({ acts: [act()] }),
    answers: ofClass,
  },
  'classes/[id]/history.get': {
    path: () => `/api/classes/${classId}/history?kind=plan&record=${classId}`,
    answers: ofClass,
  },
  'classes/[id]/acts.get': { path: () => `/api/classes/${classId}/acts?student=x`, answers: ofClass },
  'classes/[id]/steps.get': { path: () => `/api/classes/${classId}/steps`, answers: ofClass },
  'classes/[id]/as-of.get': { path: () => `/api/classes/${classId}/as-of?day=2026-11-10`, answers: ofClass },
  'classes/[id]/movers.get': { path: () => `/api/classes/${classId}/movers`, answers: ofClass },
  'news.get': { path: () => `/api/news?known=${classId}:0`, answers: ofClass },
  'classes/[id]/prepare.post': { path: () => `/api/classes/${classId}/prepare`, body: () => ({}), answers: ofClass },
  'classes/[id]/gradebook-files.post': {
    path: () => `/api/classes/${classId}/gradebook-files`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 422 },
  },
  'classes/[id]/forget-choice.post': {
    path: () => `/api/classes/${classId}/forget-choice`,
    body: () => ({ type: 'score', thingId: 'x' }),
    answers: ofClass,
  },
  'classes/[id]/beside.get': { path: () => `/api/classes/${classId}/beside`, answers: ofClass },
  'classes/[id]/oneroster.get': { path: () => `/api/classes/${classId}/oneroster?version=1.1`, answers: ofClass },
  'classes/[id]/held.get': { path: () => `/api/classes/${classId}/held?cell=a/b`, answers: ofClass },
  'classes/[id]/settle.post': {
    path: () => `/api/classes/${classId}/settle`,
    body: () => ({ cellId: 'a/b', choice: 'mine' }),
    answers: ofClass,
  },
  'classes/[id]/offers.get': { path: () => `/api/classes/${classId}/offers`, answers: ofClass },
  'classes/[id]/coursework.get': {
    path: () => `/api/classes/${classId}/coursework`,
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/waiting.get': {
    path: () => '/api/exchange/waiting',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/night.get': {
    path: () => '/api/exchange/night',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/district.get': { path: () => '/api/exchange/district', answers: ofOffice },
  'exchange/choices/index.get': {
    path: () => '/api/exchange/choices',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/send.post': {
    path: () => '/api/exchange/send',
    body: () => ({ sectionIds: [classId] }),
    // The office sends for any class.
    answers: { ...ofClass, registrar: 200 },
  },
  'exchange/runs/[run]/decide.post': {
    path: () => `/api/exchange/runs/${runId}/decide`,
    body: () => ({ places: [0], choice: 'leave' }),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/send.post': {
    path: () => `/api/exchange/runs/${runId}/send`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/again.post': {
    path: () => `/api/exchange/runs/${runId}/again`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/progress.get': {
    path: () => `/api/exchange/runs/${runId}/progress`,
    answers: { ...ofClass, registrar: 200 },
  },
  'connections/index.get': { path: () => '/api/connections', answers: ofOffice },
  'connections/index.post': {
    path: () => '/api/connections',
    body: () => ({
      name: 'A third',
      protocol: 'oneroster-1.2',
      url: 'https://sis.example',
      clientId: 'x',
      clientSecret: 'y',
    }),
    answers: ofOffice,
  },
  'connections/[connection]/index.put': {
    path: () => `/api/connections/${connectionId}`,
    body: () => ({ name: 'Renamed', protocol: 'oneroster-1.1', url: `${product.standins}/sis`, clientId: 'x' }),
    answers: ofOffice,
  },
  'connections/[connection]/try.post': { path: () => `/api/connections/${connectionId}/try`, answers: ofOffice },
  'connections/[connection]/index.delete': { path: () => `/api/connections/${connectionId}`, answers: ofOffice },
  'classes/[id]/report-cards.get': {
    path: () => `/api/classes/${classId}/report-cards?period=${periodId}&student=${studentId}`,
    answers: ofClass,
  },
  'card-layout.get': { path: () => '/api/card-layout', answers: ofOffice },
  'prints/index.get': { path: () => '/api/prints', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'prints/index.post': {
    path: () => '/api/prints',
    body: () => ({ of: { what: 'class', sectionId: classId }, periodId, each: false }),
    answers: ofClass,
  },
  // Somebody else's print is as if it were not there.
  'prints/[print]/file.get': {
    path: () => `/api/prints/${printId}/file`,
    answers: { nobody: 401, teacher: 200, other: 404, registrar: 404 },
  },
  'prints/[print]/index.delete': {
    path: () => `/api/prints/${printId}`,
    answers: { nobody: 401, teacher: 200, other: 404, registrar: 404 },
  },
  'exchange/roster.post': {
    path: () => '/api/exchange/roster',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/import.post': {
    path: () => '/api/exchange/import',
    body: form,
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/runs/index.get': {
    path: () => '/api/exchange/runs',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/runs/[run]/index.get': {
    path: () => `/api/exchange/runs/${runId}`,
    answers: { ...ofClass, registrar: 200 },
  },
  'exchange/runs/[run]/roster.get': {
    path: () => `/api/exchange/runs/${rosterRunId}/roster`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/items.get': {
    path: () => `/api/exchange/runs/${rosterRunId}/items`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/go-on.post': {
    path: () => `/api/exchange/runs/${rosterRunId}/go-on`,
    answers: { nobody: 401, teacher: 409, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/take-back.post': {
    path: () => `/api/exchange/runs/${rosterRunId}/take-back`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/stop.post': { path: () => `/api/exchange/runs/${runId}/stop`, answers: ofClass },
}
let periodId: string
let studentId: string
let printId: string

describe('every route checks who asks', () => {
  beforeAll(async () => {
    const snapshot = classResponse.parse(await teacher.get(`/api/classes/${classId}`))
    periodId = snapshot.periods.find((each) => each.title === 'Quarter 1')!.id
    studentId = snapshot.students[0]!.id
    const request = { of: { what: 'class', sectionId: classId }, periodId, each: false }
    printId = (await teacher.post<{ id: string }>('/api/prints', request)).id
    await vi.waitFor(
      async () => {
        const { status } = await teacher.call('GET', `/api/prints/${printId}/file`)
        if (status !== 200) throw new Error(`the print answers ${status}`)
      },
      { timeout: 20_000, interval: 200 },
    )
  })
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
      const caller = { nobody, teacher, other, registrar }[who]
      const response = await caller.call(method, path(), body?.())
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
    const ofSchool = { of: { what: 'school', schoolId: schools[0]!.id }, periodId, each: true }
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
    expect((await again.call('GET', `/api/exchange/runs/${rosterRunId}`)).status).toBe(403)
  })
  it('a class that does not exist answers like one that is somebody else’s', async () => {
    const again = await Caller.signedIn(product, accounts.teacher)
    expect((await again.call('GET', '/api/classes/nothing')).status).toBe(403)
  })
})

describe('a deed on several homes', () => {
  const capOf = async (caller: Caller, id: string) =>
    classResponse.parse(await caller.get(`/api/classes/${id}`)).records.plan[id]?.cap ?? null
  const cap = (id: string) => ({
    scope: id,
    act: {
      ...act(),
      kind: 'copy plan',
      changes: [{ kind: 'plan', id, from: { cap: null }, to: { cap: '100' } }],
    },
  })
  it('with one class of somebody else in it changes none', async () => {
    const [mine, theirs] = await Promise.all([
      Caller.signedIn(product, accounts.teacher),
      Caller.signedIn(product, accounts.other),
    ])
    const foreign = todayResponse.parse(await theirs.get('/api/today'))[0]!.id
    const response = await mine.call('POST', '/api/acts', { acts: [cap(classId), cap(foreign)] })
    expect(response.status).toBe(403)
    expect([await capOf(mine, classId), await capOf(theirs, foreign)]).toEqual([null, null])
  })
  it('of a teacher never reaches the district, and of the office never a class', async () => {
    const [mine, office] = await Promise.all([
      Caller.signedIn(product, accounts.teacher),
      Caller.signedIn(product, accounts.registrar),
    ])
    const policy = {
      scope: 'district',
      act: {
        ...act(),
        kind: 'policy',
        changes: [{ kind: 'policy', id: 'district', from: { lowLine: null }, to: { lowLine: '60' } }],
      },
    }
    expect((await mine.call('POST', '/api/acts', { acts: [policy] })).status).toBe(403)
    expect((await office.call('POST', '/api/acts', { acts: [policy, cap(classId)] })).status).toBe(403)
    expect(await capOf(mine, classId)).toBeNull()
  })
  it('is all of it or nothing, is done once, and says what stood in its way', async () => {
    const mine = await Caller.signedIn(product, accounts.teacher)
    const [, second] = todayResponse.parse(await mine.get('/api/today'))
    const batch = { acts: [cap(classId), cap(second!.id)] }
    expect((await mine.call('POST', '/api/acts', batch)).status).toBe(200)
    expect((await mine.call('POST', '/api/acts', batch)).status).toBe(200)
    expect([await capOf(mine, classId), await capOf(mine, second!.id)]).toEqual(['100', '100'])
    const stale = await mine.call('POST', '/api/acts', { acts: [cap(classId)] })
    expect(stale.status).toBe(200) // what it wants is so already
    const other = cap(second!.id)
    other.act.changes[0]!.to = { cap: '90' }
    const refused = await mine.call('POST', '/api/acts', { acts: [cap(classId), other] })
    expect(refused.status).toBe(409)
    expect(await refused.json()).toMatchObject({ data: { code: 'conflict' } })
    expect(await capOf(mine, second!.id)).toBe('100')
  })
  it('that names a home twice, or a number twice, is not taken', async () => {
    const mine = await Caller.signedIn(product, accounts.teacher)
    const one = cap(classId)
    for (const acts of [[one, one], [one, { ...cap(classId), scope: 'user', act: one.act }], []])
      expect((await mine.call('POST', '/api/acts', { acts })).status).toBe(422)
  })
})

describe('a policy that is thought of', () => {
  it('says which grades would be others, and changes nothing', async () => {
    const office = await Caller.signedIn(product, accounts.registrar)
    const look = async (to: object) =>
      policyOutlook.parse(await office.post('/api/district-outlook', { policy: { ...blanks.policy, ...to } }))
    const whole = await look({ rounding: { places: 0, rounding: 'down', labelFrom: 'displayed' } })
    expect([whole.looked, whole.classes.length > 0]).toEqual([whole.all, true])
    const [first] = whole.classes
    expect(first!.moved[0]!.grades).toBeGreaterThan(0)
    expect(first!.moved.every(({ grades, labels }) => labels <= grades)).toBe(true)
    expect(await look({})).toMatchObject({ classes: [], offScale: 0 })
    // What every class grades by is not in an empty list.
    expect((await look({ scaleIds: [] })).offScale).toBeGreaterThan(0)
    expect(await office.get('/api/district')).toMatchObject({ policy: { rounding: null } })
    const odd = await office.call('POST', '/api/district-outlook', { policy: { lowLine: 'low' } })
    expect(odd.status).toBe(422)
  })
})

describe('an address or a method that is not there', () => {
  it('is said in JSON, with the methods that there are', async () => {
    const missing = await nobody.call('GET', '/api/nothing/at/all')
    expect([missing.status, missing.headers.get('content-type')]).toEqual([404, expect.stringContaining('json')])
    const wrong = await nobody.call('DELETE', '/api/today')
    expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'GET'])
    expect((await nobody.call('GET', '/api/auth/sign-in')).status).toBe(405)
    // The beginning of a longer address, and one that becomes that when it is decoded.
    for (const path of ['/api/sessions/x', '/api/sessions/%20%3F/end', '/api/exchange/runs'.slice(0, 13)])
      expect((await nobody.call('POST', path)).status).toBe(404)
  })
  it('health speaks of the records', async () => {
    expect(await nobody.get('/api/health')).toMatchObject({ ok: true, records: 'room' })
  })
})

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
    const magic = { ...act(), kind: 'magic' }
    const nine = { ...act(), changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 9 } }] }
    expect(await caller.post(`/api/classes/${classId}/acts`, { acts: [magic, act(), nine] })).toMatchObject({
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
    const made = act()
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
            ...act(),
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
      (await caller.call('POST', `/api/classes/${classId}/acts`, { acts: [act()] }, { 'sec-fetch-site': 'cross-site' }))
        .status,
    ).toBe(403)
    expect(
      (
        await caller.call(
          'POST',
          `/api/classes/${classId}/acts`,
          { acts: [act()] },
          { origin: 'https://elsewhere.example' },
        )
      ).status,
    ).toBe(403)
    expect(
      (await caller.call('POST', `/api/classes/${classId}/acts`, { acts: [act()] }, { origin: 'nonsense' })).status,
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
    expect(Object.keys(snapshot.records.cell).length).toBeGreaterThan(300)
    expect(Object.values(snapshot.records.plan)[0]).toMatchObject({ method: 'categories', scale: blanks.plan.scale })
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
  it('the log holds no student, no score and no address of one', async () => {
    const caller = await Caller.signedIn(product, accounts.teacher)
    const { students } = classResponse.parse(await caller.get(`/api/classes/${classId}`))
    for (const student of students) {
      for (const secret of [student.id, student.familyName].filter(Boolean)) expect(product.log()).not.toContain(secret)
    }
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
    const made = act()
    const first = await listen()
    await caller.post(`/api/classes/${classId}/acts`, { acts: [made] })
    const told = (await first.read()).value!
    expect(told).toContain(made.id)
    const at = /^id: (.*)$/m.exec(told)![1]!
    // Somebody who heard that much hears the next act first.
    const next = act()
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
