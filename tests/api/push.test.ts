/** @module-tag engine */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { choicesResponse, runResponse, waitingResponse } from '#shared/exchange'
import { todayResponse } from '#shared/today'
import { sayRun } from '~/words/sentences/runs'
import { accounts, Caller, startProduct } from '../support/product'
import { pushing, type PushRoom } from './pushing'
import { find } from '#core/records'

const room = {} as PushRoom
const {
  snapshot,
  outOfSync,
  prepared,
  received,
  misbehave,
  changedThere,
  decide,
  send,
  sent,
  push,
  ended,
  arrived,
  type,
} = pushing(room)
beforeAll(async () => {
  room.product = await startProduct()
  room.teacher = await Caller.signedIn(room.product, accounts.teacher)
  room.classId = todayResponse.parse(await room.teacher.get('/api/today'))[1]!.id
})
afterAll(() => room.product.stop())
beforeEach(() => misbehave({}))

describe('a push to the district', () => {
  it('survives a server killed in the middle, a district that fails and one that does not answer; all arrives once', async () => {
    const run = await prepared()
    expect(new Set(run.items.map((each) => each.step))).toEqual(new Set(['create']))
    await misbehave({ slow: 4 })
    expect((await send(run)).status).toBe(200)
    await arrived(10)
    await misbehave({ slow: 4, fail: 2 })
    await arrived(30)
    await misbehave({ slow: 4, mute: 1 })
    await arrived(60)
    await room.product.kill()
    await room.product.start()
    room.teacher = await Caller.signedIn(room.product, accounts.teacher)
    await misbehave({ mute: 1 })

    // Nobody asks for it: the run goes on by itself where its dead worker left it. On PostgreSQL that worker might live,
    // and is given half a minute.
    const over = await ended(run.id)
    expect([over.state, sayRun(over.outcome, true)]).toEqual(['done', `${run.items.length} sent`])

    const arrivals = await received()
    expect(new Set(arrivals.map((each) => `${each.part} ${each.id}`)).size).toBe(arrivals.length)
    expect(arrivals.map((each) => each.id).sort()).toEqual(run.items.map((each) => each.id).sort())
  })

  it('has nothing to send the second time', async () => {
    const run = await prepared()
    expect(run.items).toEqual([])
    expect((await send(run)).status).toBe(409)
    const [waiting] = waitingResponse
      .parse(await room.teacher.get('/api/exchange/waiting'))
      .filter((each) => each.sectionId === room.classId)
    expect(waiting!.waits).toEqual({ create: 0, change: 0, remove: 0, held: 0, refused: 0 })
  })

  it('sends exactly one result for one changed score', async () => {
    const before = (await received()).length
    const id = await type(2, 'Core', '3')
    expect((await prepared()).items.map((each) => [each.id, each.step, each.differing, each.here])).toEqual([
      [id, 'change', ['earned'], { earned: 3 }],
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

  it('tries what was refused again, when the district has thought better of it', async () => {
    const { students } = await snapshot()
    const id = await type(10, 'Core', '2')
    const users = (await (await fetch(`${room.product.standins}/sis/held/users`)).json()) as {
      sourcedId: string
      givenName: string
      familyName: string
    }[]
    const { givenName, familyName } = students[10]!
    const user = users.find((each) => each.givenName === givenName && each.familyName === familyName)!
    await misbehave({ unknownStudents: [user.sourcedId] })
    const run = await push()
    expect(sayRun(run.outcome, true)).toBe('1 refused')
    await misbehave({})
    const item = run.items.find((each) => each.id === id)!
    expect(
      (await room.teacher.call('POST', `/api/exchange/runs/${run.id}/again`, { places: [item.place] })).status,
    ).toBe(200)
    expect(sayRun((await ended(run.id)).outcome, true)).toBe('1 sent')
  })

  it('never goes over what was changed on both sides, unless the teacher says so', async () => {
    const id = await type(5, 'Core', '4')
    await push()
    await changedThere('results', id, { score: 9 })
    await type(5, 'Core', '5')
    const run = await prepared()
    expect(run.items).toMatchObject([
      { id, step: 'held', here: { earned: 5 }, there: { earned: 9 }, base: { earned: 4 }, conflicts: ['earned'] },
    ])
    // Alone it is nothing to send; beside something it is written down as held, and the gradebook marks its cell.
    expect((await send(run)).status).toBe(409)
    await type(6, 'Core', '6')
    const held = await push()
    expect(sayRun(held.outcome, true)).toBe('1 sent, 1 held for your decision')
    expect((await outOfSync())?.held).toHaveLength(1)
    expect((await received()).filter((each) => each.id === id).at(-1)!.entity!.score).toBe(9)
    expect(sayRun((await push([id])).outcome, true)).toBe('1 sent')
    expect((await received()).filter((each) => each.id === id).at(-1)!.entity!.score).toBe(5)
    expect((await outOfSync())?.held).toEqual([])
  })

  it('takes over what was changed there alone, as an act that can be taken back', async () => {
    const id = await type(7, 'Core', '4')
    await push()
    await changedThere('results', id, { score: 8.5, late: 'true', comment: 'Came in on Friday' })
    const run = await prepared()
    expect(run.items).toMatchObject([{ id, step: 'take', there: { earned: 8.5, marks: ['late'] } }])
    expect(sayRun((await sent(run)).outcome, true)).toBe('1 taken over')
    const { records } = await snapshot()
    expect(find(records, 'cell', id.replace('.', '/'))).toMatchObject({
      value: { points: '8.5' },
      marks: ['late'],
      note: 'Came in on Friday',
      noteFor: 'family',
    })
    expect((await prepared()).items).toEqual([])
    const steps = await room.teacher.get(`/api/classes/${room.classId}/steps`)
    expect(JSON.stringify(steps)).toContain('pull')
  })

  it('decides a conflict for theirs, and remembers a decision until it is forgotten', async () => {
    const id = await type(8, 'Core', '4')
    await push()
    await changedThere('results', id, { score: 7 })
    await type(8, 'Core', '3')
    const run = await prepared()
    await decide(run, run.items, 'theirs', 'thing')
    expect(sayRun((await sent(run)).outcome, true)).toBe('1 taken over')
    expect(find((await snapshot()).records, 'cell', id.replace('.', '/'))!.value).toEqual({ points: '7' })
    // The next time nobody is asked.
    await changedThere('results', id, { score: 6 })
    await type(8, 'Core', '2')
    expect((await prepared()).items).toMatchObject([{ id, step: 'take' }])
    const [known] = choicesResponse.parse(await room.teacher.get('/api/exchange/choices'))
    expect(known).toMatchObject({ sectionId: room.classId, thingId: id, choice: 'theirs' })
    await room.teacher.post(`/api/classes/${room.classId}/forget-choice`, { type: known!.type, thingId: id })
    expect(choicesResponse.parse(await room.teacher.get('/api/exchange/choices'))).toEqual([])
    expect((await prepared()).items).toMatchObject([{ id, step: 'held' }])
    expect(sayRun((await push([id])).outcome, true)).toBe('1 sent')
  })

  it('leaves out what it is told to leave out, for this time or for good', async () => {
    const id = await type(9, 'Core', '4')
    const once = await prepared()
    await decide(once, once.items, 'leave')
    expect((await send(once)).status).toBe(409)
    const again = await prepared()
    expect(again.items.map((each) => each.id)).toEqual([id])
    await decide(again, again.items, 'leave', 'thing')
    expect((await prepared()).items).toEqual([])
    await room.teacher.post(`/api/classes/${room.classId}/forget-choice`, { type: 'score', thingId: id })
    expect(sayRun((await push()).outcome, true)).toBe('1 sent')
  })

  it('sends what was seen, and says what changed since', async () => {
    const seen = await type(11, 'Core', '4')
    const other = await type(12, 'Core', '4')
    const run = await prepared()
    await type(11, 'Core', '5')
    const over = await sent(run)
    expect(sayRun(over.outcome, true)).toBe('1 sent, 1 changed meanwhile')
    expect(over.items.find((each) => each.id === seen)!.state).toBe('moved')
    expect((await received()).filter((each) => each.id === other).at(-1)!.entity!.score).toBe(4)
    expect((await received()).filter((each) => each.id === seen && each.entity!.score === 4)).toEqual([])
    await push()
    expect((await received()).filter((each) => each.id === seen).at(-1)!.entity!.score).toBe(5)
  })

  it('one run at a time goes for a class', async () => {
    await type(13, 'Core', '1')
    // The run asks as much as a comparison does, and writes beside: a slow call longer.
    await misbehave({ slow: 1500 })
    const first = await prepared()
    expect((await send(first)).status).toBe(200)
    const second = await prepared()
    expect(second.items).not.toEqual([])
    expect((await send(second)).status).toBe(409)
    expect((await send(first)).status).toBe(409)
    await misbehave({})
    expect((await ended(first.id)).state).toBe('done')
  })

  it('removes there what was deleted here', async () => {
    const { records } = await snapshot()
    const [id] = Object.entries(records.assignment).find(([, each]) => each.shortName === 'Notes 1')!
    await room.teacher.post(`/api/classes/${room.classId}/acts`, {
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
    const run = await prepared()
    await send(run)
    await room.teacher.post(`/api/exchange/runs/${run.id}/stop`)
    expect((await ended(run.id)).state).toBe('stopped')
    await misbehave({})
    const left = await room.teacher.call('POST', `/api/exchange/runs/${run.id}/again`, {})
    // It may have been quicker than the stop.
    if (left.status === 200) expect((await ended(run.id)).state).toBe('done')
    await push()
    expect((await prepared()).items).toEqual([])
  })

  it('waits by itself for a district that goes away in the middle, and says one thing about it', async () => {
    for (const at of [6, 7, 8, 9]) await type(at, 'Core', '2.5')
    const run = await prepared()
    await misbehave({ fail: 1000 })
    await send(run)
    for (const end = Date.now() + 90_000; ; await new Promise((done) => setTimeout(done, 50))) {
      const now = runResponse.parse(await room.teacher.get(`/api/exchange/runs/${run.id}`))
      if (now.outcome.code === 'away') {
        expect(now.state).toBe('queued')
        expect(now.items.every((each) => each.state === 'waiting')).toBe(true)
        break
      }
      expect(Date.now()).toBeLessThan(end)
    }
    await misbehave({})
    await room.teacher.call('POST', `/api/exchange/runs/${run.id}/again`, {})
    expect(sayRun((await ended(run.id)).outcome, true)).toBe('4 sent')
  })

  it('says what to do when the district is silent', async () => {
    await misbehave({ fail: 100 })
    const answer = await room.teacher.call('POST', `/api/classes/${room.classId}/prepare`, {})
    expect(answer.status).toBe(502)
    expect(await answer.json()).toMatchObject({
      data: { code: expect.stringMatching(/^partner-(refused|silent)$/) as string },
    })
  })
})
