import { sayRun } from '~/words/sentences/runs'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { z } from 'zod'
import { jointId } from '#core/kind'
import { classResponse, openClassResponse } from '#shared/class'
import { compareResponse, runResponse } from '#shared/exchange'
import { todayResponse } from '#shared/today'
import { accounts, Caller, startProduct, type Product } from '../support/product'

let product: Product
let teacher: Caller
let classId: string

beforeAll(async () => {
  product = await startProduct()
  teacher = await Caller.signedIn(product, accounts.teacher)
  classId = todayResponse.parse(await teacher.get('/api/today'))[1]!.id
})
afterAll(() => product.stop())
beforeEach(() => misbehave({}))

const snapshot = async () => classResponse.parse(await teacher.get(`/api/classes/${classId}`))
const outOfSync = async () => openClassResponse.parse(await teacher.get(`/api/classes/${classId}`)).outOfSync
const compared = async () => compareResponse.parse(await teacher.get(`/api/classes/${classId}/compare`))
const received = async () =>
  (await (await fetch(`${product.standins}/sis/received`)).json()) as {
    part: string
    id: string
    entity: Record<string, unknown> | null
  }[]
const misbehave = (faults: object) =>
  fetch(`${product.standins}/sis/faults`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(faults),
  })
const changedThere = (part: string, id: string, fields: object) =>
  fetch(`${product.standins}/sis/changed-there`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ part, id, fields }),
  })

async function push(overwrite: string[] = []): Promise<z.infer<typeof runResponse>> {
  const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${classId}/push`, { overwrite })
  return ended(runId)
}
async function ended(runId: string): Promise<z.infer<typeof runResponse>> {
  for (const end = Date.now() + 60_000; Date.now() < end;) {
    const run = runResponse.parse(await teacher.get(`/api/exchange/runs/${runId}`))
    if (run.state !== 'running') return run
    await new Promise((done) => setTimeout(done, 50))
  }
  throw new Error('The run did not end.')
}
async function arrived(count: number): Promise<void> {
  for (
    const end = Date.now() + 20_000;
    (await received()).length < count;
    await new Promise((done) => setTimeout(done, 20))
  )
    expect(Date.now()).toBeLessThan(end)
}
async function type(studentAt: number, shortName: string, points: string): Promise<string> {
  const { records, students } = await snapshot()
  const assignmentId = Object.entries(records.assignment).find(([, each]) => each.shortName === shortName)![0]
  const id = jointId(students[studentAt]!.id, assignmentId)
  const act = {
    id: crypto.randomUUID(),
    kind: 'type',
    at: new Date().toISOString(),
    changes: [{ kind: 'cell', id, from: { value: records.cell[id]?.value ?? null }, to: { value: { points } } }],
  }
  expect(await teacher.post(`/api/classes/${classId}/acts`, { acts: [act] })).toMatchObject({
    results: [{ id: act.id, outcomes: [{ done: 'applied' }] }],
  })
  return id.replace('/', '.')
}

describe('a push to the district', () => {
  it('survives a server killed in the middle, a district that fails and one that does not answer; all arrives once', async () => {
    const { differences } = await compared()
    expect(new Set(differences.map((each) => each.step))).toEqual(new Set(['create']))
    await misbehave({ slow: 4 })
    const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${classId}/push`)
    await arrived(10)
    await misbehave({ slow: 4, fail: 2 })
    await arrived(30)
    await misbehave({ slow: 4, mute: 1 })
    await arrived(60)
    await product.kill()
    await product.start()
    teacher = await Caller.signedIn(product, accounts.teacher)
    await misbehave({ mute: 1 })

    // The run of the dead server is given up once its sign of life is old; until then it is in the way, and says so.
    const blocked = await teacher.call('POST', `/api/classes/${classId}/push`, {})
    expect([200, 409]).toContain(blocked.status)
    if (blocked.status === 409) await teacher.post(`/api/exchange/runs/${runId}/stop`)
    const run = blocked.status === 409 ? await push() : await ended(((await blocked.json()) as { runId: string }).runId)
    expect(run.state).toBe('done')

    const arrivals = await received()
    expect(new Set(arrivals.map((each) => `${each.part} ${each.id}`)).size).toBe(arrivals.length)
    expect(arrivals.map((each) => each.id).sort()).toEqual(differences.map((each) => each.id).sort())
  })

  it('sends nothing the second time', async () => {
    expect((await compared()).differences).toEqual([])
    const run = await push()
    expect([run.items, sayRun(run.outcome, true)]).toEqual([[], 'Nothing to send'])
  })

  it('sends exactly one result for one changed score', async () => {
    const before = (await received()).length
    const id = await type(2, 'Core', '3')
    expect((await compared()).differences.map((each) => [each.id, each.step, each.fields])).toEqual([
      [id, 'change', ['score']],
    ])
    expect(sayRun((await push()).outcome, true)).toBe('1 sent')
    const arrivals = (await received()).slice(before)
    expect(arrivals.map((each) => [each.part, each.id, each.entity?.score])).toEqual([['results', id, 3]])
  })

  it('lists what the district refuses with the reason, and the rest goes through', async () => {
    const wild = await type(3, 'Core', '88')
    const fine = await type(4, 'Core', '7.5')
    const run = await push()
    expect(sayRun(run.outcome, true)).toBe('1 sent, 1 refused')
    expect(run.items.find((each) => each.id === wild)).toMatchObject({
      state: 'refused',
      reason: { code: 'send.refused', says: expect.stringContaining('out of range') as string },
    })
    expect(run.items.find((each) => each.id === fine)!.state).toBe('sent')
    await type(3, 'Core', '8')
    expect(sayRun((await push()).outcome, true)).toBe('1 sent')
  })

  it('never goes over what was changed there since, unless the teacher says so', async () => {
    const id = await type(5, 'Core', '4')
    await push()
    await changedThere('results', id, { score: 9 })
    const [held] = (await compared()).differences
    expect(held).toMatchObject({
      id,
      step: 'held',
      here: expect.objectContaining({ score: 4 }),
      there: expect.objectContaining({ score: 9 }),
    })
    // It is written down as held, and the gradebook marks its cell, until it is decided.
    const run = await push()
    expect(sayRun(run.outcome, true)).toBe('1 held for your decision')
    expect(run.items.map((each) => [each.id, each.state])).toEqual([[id, 'held']])
    expect((await outOfSync())?.held).toHaveLength(1)
    expect((await received()).filter((each) => each.id === id).at(-1)!.entity!.score).toBe(9)
    expect(sayRun((await push([id])).outcome, true)).toBe('1 sent')
    expect((await received()).filter((each) => each.id === id).at(-1)!.entity!.score).toBe(4)
    expect((await outOfSync())?.held).toEqual([])
  })

  it('removes there what was deleted here', async () => {
    const { records } = await snapshot()
    const [id] = Object.entries(records.assignment).find(([, each]) => each.shortName === 'Notes 1')!
    await teacher.post(`/api/classes/${classId}/acts`, {
      acts: [
        {
          id: crypto.randomUUID(),
          kind: 'assignment',
          at: new Date().toISOString(),
          changes: [{ kind: 'assignment', id, from: { removed: false }, to: { removed: true } }],
        },
      ],
    })
    const run = await push()
    expect(run.state).toBe('done')
    const gone = (await received()).filter((each) => each.entity === null)
    expect(gone.at(-1)).toMatchObject({ part: 'lineItems', id })
    expect(gone.length).toBe(run.items.length)
  })

  it('can be stopped, and the next run sends what was left', async () => {
    for (const at of [6, 7, 8, 9]) await type(at, 'Core', '1')
    await misbehave({ slow: 150 })
    const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${classId}/push`)
    await teacher.post(`/api/exchange/runs/${runId}/stop`)
    expect((await ended(runId)).state).toBe('stopped')
    await misbehave({})
    await push()
    expect((await compared()).differences).toEqual([])
  })

  it('says what to do when the district is silent', async () => {
    await misbehave({ fail: 100 })
    const answer = await teacher.call('GET', `/api/classes/${classId}/compare`)
    expect(answer.status).toBe(502)
    expect(await answer.json()).toMatchObject({ data: { code: 'partner-refused' } })
  })
})
