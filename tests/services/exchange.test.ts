import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { blanks } from '#core/kinds'
import { desired } from '#core/exchange/desired'
import { wireOf } from '#core/formats/oneroster/gradebook'
import type { DbHandle } from '../../server/database/client'
import { connections, runItems, runs, syncBaseline } from '../../server/database/schema'
import type { ClassroomApp } from '../../server/partners/classroom'
import { readBaseline, sourcedIds } from '../../server/services/exchange/baseline'
import { claimPush, nobodyWorks, waitingPushes } from '../../server/services/exchange/claim'
import { offers } from '../../server/services/exchange/intake'
import { lastNight, sendByNight } from '../../server/services/exchange/night'
import { districtOverview } from '../../server/services/exchange/overview'
import { compareClass, preparePush, termInSis } from '../../server/services/exchange/prepare'
import { preparePull } from '../../server/services/exchange/pull'
import { decide, letGo, readRun } from '../../server/services/exchange/run'
import { workPush } from '../../server/services/exchange/work'
import type { Reached } from '../../server/services/connections'
import { Problem } from '../../server/services/problem'
import { loadSnapshot } from '../../server/services/snapshot'
import { District } from '../support/district-in-memory'
import { emptyRecords } from '../support/database'
import { actOf, dates, takenActs, withDistrict } from '../support/world'

let records: DbHandle
let sectionId: string
let teacherId: string
let district: District
let reached: Reached
const reach = () => Promise.resolve(reached)
beforeAll(async () => {
  records = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(records.db))
  await records.db.insert(connections).values({
    id: 'c',
    protocol: 'oneroster-1.2',
    name: 'The district',
    url: 'https://sis.example',
    clientId: 'x',
    secret: '',
    createdAt: new Date(),
  })
  await change([
    { kind: 'category', id: 'tests', to: { ...blanks.category, name: 'Tests', weight: '100', removed: false } },
    {
      kind: 'assignment',
      id: 'quiz',
      to: { ...blanks.assignment, name: 'Quiz', categoryId: 'tests', dueOn: '2026-11-20', removed: false },
    },
  ])
})
afterAll(() => records.close())
beforeEach(() => {
  district = new District()
  reached = { connectionId: 'c', partner: district }
  return clear()
})
async function clear(): Promise<void> {
  await records.db.delete(runs)
  await records.db.delete(syncBaseline)
}
async function change(desired: Parameters<typeof actOf>[2]): Promise<void> {
  const { records: before } = await loadSnapshot(records.db, sectionId)
  const act = actOf(before, 'type', desired)
  // It may be so already.
  if (act.changes.length) await takenActs(records.db, sectionId, teacherId, [act])
}
const studentIds = async () => (await loadSnapshot(records.db, sectionId)).students.map((each) => each.id)
async function score(at: number, points: string): Promise<string> {
  const id = (await studentIds())[at]!
  await change([{ kind: 'cell', id: `${id}/quiz`, to: { value: { points } } }])
  return `${id}.quiz`
}
const prepare = () => preparePush(records.db, reached, sectionId, teacherId)
async function push(): Promise<string> {
  const runId = await prepare()
  await letGo(records.db, runId)
  await workPush(records.db, reach, runId, dates.today)
  return runId
}
const stateOf = async (runId: string) => (await readRun(records.db, runId)).state
const statesOf = async (runId: string) =>
  Object.fromEntries((await readRun(records.db, runId)).items.map((each) => [each.id, each.state]))

describe('a push', () => {
  it('is worked on by one of several who try', async () => {
    await score(0, '7')
    const runId = await prepare()
    await letGo(records.db, runId)
    const claims = await Promise.all([1, 2, 3].map(() => claimPush(records.db, runId)))
    const held = claims.filter((each) => each !== null)
    expect(held).toHaveLength(1)
    expect(await waitingPushes(records.db)).toEqual([])
    // Its worker is gone: it waits for the next, and the old one sees that it is not theirs any more.
    await nobodyWorks(records.db)
    expect(await waitingPushes(records.db)).toEqual([runId])
    const next = await claimPush(records.db, runId)
    expect(await held[0]!.holds()).toBe(false)
    expect(await held[0]!.release({ state: 'failed' })).toBe(false)
    expect(await next!.holds()).toBe(true)
    for (const each of [held[0]!, next!]) each.end()
  })
  it('goes on with what is left when its worker ends in the middle, and writes each thing once', async () => {
    for (const at of [0, 1, 2, 3]) await score(at, String(at + 1))
    const runId = await prepare()
    await letGo(records.db, runId)
    let asked = 0
    district.answer = () => (++asked === 4 ? new Problem(500, 'bug') : { taken: true })
    await workPush(records.db, reach, runId, dates.today)
    expect(await stateOf(runId)).toBe('failed')
    const before = [...district.writes]
    district.answer = () => ({ taken: true })
    await records.db.update(runs).set({ state: 'queued' }).where(eq(runs.id, runId))
    await workPush(records.db, reach, runId, dates.today)
    expect(await stateOf(runId)).toBe('done')
    expect(before.length).toBeGreaterThan(0)
    expect(new Set(district.writes).size).toBe(district.writes.length)
  })
  it('tries a thing over which the district stumbles some times, sends the others, and says it then', async () => {
    const bad = await score(0, '7')
    const good = await score(1, '8')
    district.answer = (id) =>
      id === bad ? { taken: false, isPassing: true, reason: { code: 'send.answered', status: 500 } } : { taken: true }
    const runId = await push()
    expect(await statesOf(runId)).toMatchObject({ [bad]: 'waiting', [good]: 'sent' })
    expect(await stateOf(runId)).toBe('queued')
    for (let tries = 0; tries < 3; tries++) {
      await records.db.update(runs).set({ nextAt: null }).where(eq(runs.id, runId))
      await workPush(records.db, reach, runId, dates.today)
    }
    expect(await statesOf(runId)).toMatchObject({ [bad]: 'refused' })
    expect(await stateOf(runId)).toBe('done')
  })
  it('waits for a district that is away, and says when it is asked again', async () => {
    await score(0, '7')
    district.answer = () => new Problem(502, 'partner-silent', { partner: 'The district' })
    const runId = await prepare()
    await letGo(records.db, runId)
    const again = await workPush(records.db, reach, runId, dates.today)
    expect(again!.getTime()).toBeGreaterThan(Date.now())
    expect(await readRun(records.db, runId)).toMatchObject({ state: 'queued', outcome: { code: 'away' } })
  })
  it('is of one class one at a time, whoever asks', async () => {
    await score(0, '7')
    const first = await prepare()
    await letGo(records.db, first)
    const second = await prepare()
    await expect(letGo(records.db, second)).rejects.toMatchObject({ code: 'run-under-way' })
  })
  it('of the office leaves the gradebook as it is', async () => {
    const id = await score(0, '7')
    await push()
    const there = district.held.get(id)!
    district.held.set(id, { ...there, fields: { ...there.fields, earned: 9 } })
    const run = await readRun(
      records.db,
      await preparePush(records.db, reached, sectionId, teacherId, { mayTake: false }),
    )
    expect(run.items).toMatchObject([{ id, step: 'take', state: 'held' }])
  })
  it('leaves the declared grades of a reopened term in the SIS until they are removed on request', async () => {
    await score(0, '7')
    const { periods } = await loadSnapshot(records.db, sectionId)
    const period = periods.find(({ title }) => title === 'Quarter 2')!
    const declare = (declared: boolean) =>
      change([{ kind: 'declaration', id: period.id, to: { declared, reason: String(Math.random()) } }])
    await declare(true)
    await push()
    const ofTerm = () =>
      [...district.held.keys()].filter((id) => id.startsWith(`${sectionId}.${period.id}.grade`)).length
    const sent = ofTerm()
    expect(sent).toBeGreaterThan(1)
    expect(await termInSis(records.db, sectionId, period.id)).toEqual({ grades: sent - 1, remarks: 0 })

    await declare(false)
    await change([{ kind: 'intake', id: sectionId, to: { ...blanks.intake, nightlySend: true } }])
    await score(0, '9')
    const [night] = await sendByNight(records.db, reached, dates.today)
    await workPush(records.db, reach, night!, dates.today)
    await change([{ kind: 'intake', id: sectionId, to: { nightlySend: false } }])
    // Sending the class by hand leaves them too.
    await score(0, '8')
    await push()
    expect(ofTerm()).toBe(sent)
    expect((await compareClass(records.db, reached, sectionId)).differences).toEqual([])

    // Declared again, the new grade takes the place of the old one.
    await declare(true)
    await push()
    expect(ofTerm()).toBe(sent)

    await declare(false)
    const runId = await preparePush(records.db, reached, sectionId, teacherId, { removing: period.id })
    expect((await readRun(records.db, runId)).items.map(({ step }) => step)).toEqual(Array(sent).fill('remove'))
    await letGo(records.db, runId)
    await workPush(records.db, reach, runId, dates.today)
    expect(await stateOf(runId)).toBe('done')
    expect(ofTerm()).toBe(0)
    expect(await termInSis(records.db, sectionId, period.id)).toEqual({ grades: 0, remarks: 0 })
  })
  it('does not send what was decided, where both sides agree by now', async () => {
    const id = await score(0, '7')
    await push()
    const there = district.held.get(id)!
    district.held.set(id, { ...there, fields: { ...there.fields, earned: 9 } })
    await score(0, '5')
    const runId = await prepare()
    await decide(records.db, { id: runId, sectionId }, teacherId, { places: [0], choice: 'mine', remember: 'no' })
    await letGo(records.db, runId)
    await score(0, '9')
    const before = district.writes.length
    await workPush(records.db, reach, runId, dates.today)
    expect(district.writes.length).toBe(before)
    expect(await statesOf(runId)).toEqual({ [id]: 'moved' })
    expect((await compareClass(records.db, reached, sectionId)).differences).toEqual([])
  })
  it('decides nothing of a run that is on its way', async () => {
    await score(0, '7')
    const runId = await prepare()
    await letGo(records.db, runId)
    await expect(
      decide(records.db, { id: runId, sectionId }, teacherId, { places: [0], choice: 'leave', remember: 'no' }),
    ).rejects.toMatchObject({ code: 'not-waiting' })
  })
})

describe('what an earlier release agreed on', () => {
  it('in the words of the wire is read, and nothing is sent again', async () => {
    await score(0, '7')
    const snapshot = await loadSnapshot(records.db, sectionId)
    const { sendables } = desired(snapshot, await sourcedIds(records.db, sectionId))
    const wireType = {
      category: 'category',
      assignment: 'lineItem',
      term: 'lineItem',
      score: 'result',
      grade: 'result',
    }
    for (const each of sendables) {
      district.held.set(each.id, { type: each.type, fields: each.fields })
      const wire = wireOf(each, '1.2')
      // As release 5 wrote it: days without a time.
      if ('dueDate' in wire) wire.dueDate = wire.assignDate = String(wire.dueDate).slice(0, 10)
      const row = { sectionId, id: each.id, title: each.title, type: wireType[each.type] as 'score', fields: wire }
      await records.db.insert(syncBaseline).values(row)
    }
    const baseline = await readBaseline(records.db, sectionId)
    expect([...baseline.values()].map((each) => each.type).toSorted()).toEqual(
      sendables.map((each) => each.type).toSorted(),
    )
    expect((await compareClass(records.db, reached, sectionId)).differences).toEqual([])
  })
})

describe('by night', () => {
  it('what is ready goes where the teacher says so, once, and the morning says what came of it', async () => {
    await score(0, '7')
    expect(await sendByNight(records.db, reached, dates.today)).toEqual([])
    await change([{ kind: 'intake', id: sectionId, to: { nightlySend: true } }])
    const started = await sendByNight(records.db, reached, dates.today)
    expect(started).toHaveLength(1)
    await workPush(records.db, reach, started[0]!, dates.today)
    const since = new Date(Date.now() - 60_000)
    expect(await lastNight(records.db, teacherId, since)).toMatchObject({ classes: 1, sent: district.writes.length })
    expect(await sendByNight(records.db, reached, dates.today)).toEqual([])
    // A year that is over is let be.
    await score(0, '6.5')
    expect(await sendByNight(records.db, reached, '2030-01-01')).toEqual([])
    await change([{ kind: 'intake', id: sectionId, to: { nightlySend: false } }])
  })
})

describe('the office’s view', () => {
  it('says of each class what both hold, what was done since, and what is left', async () => {
    const refused = await score(0, '7')
    district.answer = (id) =>
      id === refused
        ? { taken: false, isPassing: false, reason: { code: 'send.refused', says: 'No' } }
        : { taken: true }
    await push()
    const of = async () =>
      (await districtOverview(records.db, dates.today)).find((each) => each.sectionId === sectionId)!
    expect(await of()).toMatchObject({ agreed: district.writes.length, refused: 1, held: 0, declared: [] })
    expect((await of()).teachers).toHaveLength(1)
    const { actsSince } = await of()
    await score(1, '5')
    expect((await of()).actsSince).toBe(actsSince + 1)
    const items = await records.db.select({ state: runItems.state }).from(runItems).where(eq(runItems.id, refused))
    expect(items.at(-1)!.state).toBe('refused')
  })
})

describe('a link to the classroom app', () => {
  const app = (own: string[] | null, students: { id: string; name: string }[]): Reached<ClassroomApp> => ({
    connectionId: 'c',
    partner: {
      name: 'The app',
      classIdsOf: () => Promise.resolve(own),
      classes: () => Promise.resolve([{ id: 'theirs', title: 'Theirs', students }]),
      coursework: () => Promise.resolve({ coursework: [], results: [], students }),
      tryOut: () => Promise.resolve([]),
    },
  })
  const strangers = [{ id: 'x1', name: 'Somebody Else' }]
  it('is no proof: a class of somebody else is not read, and nobody in it is named', async () => {
    await change([{ kind: 'intake', id: sectionId, to: { connectionId: 'c', theirClassId: 'theirs' } }])
    const pull = (of: Reached<ClassroomApp>) => preparePull(records.db, of, sectionId, teacherId)
    await expect(pull(app(['another'], []))).rejects.toMatchObject({ code: 'not-your-class' })
    await expect(pull(app(null, strangers))).rejects.toMatchObject({ code: 'not-your-class' })
    expect(await offers(records.db, app(null, strangers), sectionId, teacherId)).toEqual([])
    const runsOf = () => records.db.select().from(runs).where(eq(runs.connectionId, 'c'))
    expect(await runsOf()).toEqual([])
    const runId = await pull(app(['theirs'], strangers))
    expect(await runsOf()).toMatchObject([{ id: runId, sectionId, userId: teacherId, kind: 'pull' }])
    const { students } = await loadSnapshot(records.db, sectionId)
    const ours = students.map((each) => ({ id: 'other-id', name: `${each.givenName} ${each.familyName}` }))
    expect(await offers(records.db, app(null, ours.slice(0, 1)), sectionId, teacherId)).toHaveLength(1)
  })
})
