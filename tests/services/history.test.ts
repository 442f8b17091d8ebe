/** @module-tag engine */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Act, Change } from '#core/acts/act'
import { inverse } from '#core/acts/apply'
import { describeChange } from '~/words/acts'
import { jointId } from '#core/kind'
import { stepsOf } from '#core/acts/steps'
import { Grades } from '#core/grading/grades'
import type { ClassSnapshot } from '#core/section'
import { classHistoryResponse, stepsResponse } from '#shared/history'
import type { News } from '#shared/history'
import type { DbHandle } from '../../server/database/client'
import { takeTogether } from '../../server/services/acts'
import { classScope, userScope } from '../../server/services/scopes'
import { actsAfter, classHistory, lastSeq, ownActs, snapshotAsOf } from '../../server/services/history'
import { NewsFeed } from '../../server/services/news'
import { beginSession, endSession } from '../../server/services/sessions'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { withDistrict, takenActs } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
let snapshot: ClassSnapshot
const day = (text: string, hour = '10') => `${text}T${hour}:00:00.000Z`
const made = (kind: Act['kind'], at: string, changes: Change[], of?: string): Act =>
  ({ id: crypto.randomUUID(), kind, at, changes, ...(of ? { of } : {}) }) as Act
const core = 'core-sample'
let dawit: string
let rosalind: string
const score = (student: string, from: string | null, to: string | null): Change => ({
  kind: 'cell',
  id: jointId(student, core),
  from: { value: from === null ? null : { points: from } },
  to: { value: to === null ? null : { points: to } },
})
/** Taken when they were made. */
const take = async (...acts: Act[]) => {
  for (const act of acts) await takenActs(handle.db, sectionId, teacherId, [act], { now: new Date(act.at) })
}

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
  const { students } = await loadSnapshot(handle.db, sectionId)
  ;[rosalind, dawit] = [students[0]!.id, students[1]!.id]
  const assignment = {
    name: 'Core sample drawing',
    shortName: 'Core',
    dueOn: '2026-11-12',
    points: '10',
    removed: false,
  }
  const first = made('assignment', day('2026-11-01'), [
    {
      kind: 'assignment',
      id: core,
      from: { name: 'Untitled', shortName: 'Untitled', dueOn: null, points: '10', removed: true },
      to: assignment,
    },
  ])
  await take(first, made('type', day('2026-11-12'), [score(dawit, null, '6'), score(rosalind, null, '9')]))
  await take(made('type', day('2026-11-20'), [score(dawit, '6', '8')]))
  snapshot = await loadSnapshot(handle.db, sectionId)
})
afterAll(() => handle.close())

const grade = (of: ClassSnapshot, student: string) => {
  const quarter = of.periods.find((each) => each.title === 'Quarter 2')!
  return new Grades(of).of(student, quarter.id).effective?.percent
}

describe('a grade as of a day', () => {
  it.each([
    ['2026-11-01', undefined],
    ['2026-11-12', '60.0'],
    ['2026-11-19', '60.0'],
    ['2026-11-20', '80.0'],
  ])('%s: %s', async (asOf, percent) =>
    expect(grade(await snapshotAsOf(handle.db, sectionId, asOf), dawit)).toBe(percent),
  )
  it('as of today is what stands', async () =>
    expect((await snapshotAsOf(handle.db, sectionId, '2026-11-25')).records).toEqual(snapshot.records))
})

describe("a class's history", () => {
  const find = (query: Parameters<typeof classHistory>[2]) => classHistory(handle.db, sectionId, query)
  it('is newest first, and goes through its contract', async () => {
    const acts = await find({})
    expect(acts.map((each) => each.kind)).toEqual(['type', 'type', 'assignment'])
    expect(classHistoryResponse.safeParse(acts).error).toBeUndefined()
    expect((await find({ before: acts[0]!.seq })).map((each) => each.seq)).toEqual(
      acts.slice(1).map((each) => each.seq),
    )
  })
  it('shows of a student their own changes only', async () => {
    const acts = await find({ student: rosalind })
    expect(acts.flatMap((each) => each.changes.map((change) => change.id))).toEqual([jointId(rosalind, core)])
    expect(describeChange(snapshot, acts[0]!.changes[0] as Change)).toEqual({
      of: `${snapshot.students[0]!.givenName} ${snapshot.students[0]!.familyName}, Core sample drawing`,
      before: 'blank',
      after: '9',
    })
  })
  it('is filtered by assignment, kind, day and person', async () => {
    expect(await find({ assignment: core })).toHaveLength(3)
    expect(await find({ act: 'assignment' })).toHaveLength(1)
    expect(await find({ from: '2026-11-13' })).toHaveLength(1)
    expect(await find({ until: '2026-11-11' })).toHaveLength(1)
    expect(await find({ by: 'nobody' })).toEqual([])
  })
  it('leaves out what came too late', async () => {
    await take(made('type', day('2026-11-21'), [score(dawit, '6', '10')]))
    expect(await find({ from: '2026-11-21' })).toEqual([])
  })
})

describe('stepping back after a reload', () => {
  const now = () => new Date().toISOString()
  const steps = async () => {
    const taken = await ownActs(handle.db, sectionId, teacherId)
    expect(stepsResponse.safeParse(taken).error).toBeUndefined()
    return stepsOf(taken, new Set([sectionId]))
  }
  it('knows what was done, undone and done again in the last day', async () => {
    expect(await steps()).toEqual({ done: [], undone: [] })
    const typed = made('type', now(), [score(rosalind, '9', '10')])
    await take(typed)
    expect((await steps()).done).toHaveLength(1)
    const undo = made('undo', now(), (typed.changes as Change[]).map(inverse), typed.id)
    await take(undo)
    expect(await steps()).toMatchObject({ done: [], undone: [[{ scope: sectionId, act: { id: typed.id } }]] })
    await take(made('redo', now(), typed.changes as Change[], typed.id))
    expect(await steps()).toMatchObject({ done: [[{ act: { id: typed.id } }]], undone: [] })
    await take(made('type', now(), [score(rosalind, '10', '9')]))
    expect((await steps()).done).toHaveLength(2)
  })
  it('keeps a deed on several homes together', async () => {
    const pattern = made('pattern', now(), [
      { kind: 'pattern', id: 'p1', from: { name: 'Untitled', removed: true }, to: { name: 'Lab', removed: false } },
    ])
    const scored = made('type', now(), [score(rosalind, '9', '7')])
    await takeTogether(handle.db, teacherId, [
      { scope: classScope(sectionId), act: scored },
      { scope: userScope(teacherId), act: pattern },
    ])
    expect(
      (await steps()).done
        .at(-1)!
        .map((each) => each.scope)
        .toSorted(),
    ).toEqual(['user', sectionId].toSorted())
  })
})

describe('news of a class', () => {
  it('tells acts after the last that was heard, in order, until it is ended', async () => {
    const seq = await lastSeq(handle.db, sectionId)
    const heard: News[] = []
    const desk = new NewsFeed(handle.db, handle.listen, (error) => {
      throw error
    })
    const sessionId = await beginSession(handle.db, teacherId, 'Chrome on Linux')
    const end = desk.add({
      person: { id: teacherId, sessionId },
      known: new Map([[sectionId, seq]]),
      tell: (news) => Promise.resolve(void heard.push(news)),
      roster: () => Promise.resolve(),
      beat: () => Promise.resolve(),
      ended: () => Promise.resolve(),
    })
    await take(made('type', day('2026-11-22'), [score(dawit, '8', '7')]))
    await take(made('type', day('2026-11-22'), [score(dawit, '7', '8')]))
    await expect.poll(() => heard.length, { timeout: 5000 }).toBe(2)
    end()
    expect(heard.map((each) => each.act)).toEqual(await actsAfter(handle.db, sectionId, seq))
    await take(made('type', day('2026-11-22'), [score(dawit, '8', '7')]))
    await new Promise((done) => setTimeout(done, 300))
    expect(heard).toHaveLength(2)
    await desk.close()
  })

  it('costs nothing for those who wait in silence: a thousand beside twenty acts', async () => {
    let asked = 0
    const counting = new Proxy(handle.db, {
      get: (db, key, own) => {
        if (key === 'select' || key === 'selectDistinct' || key === 'execute') asked++
        return Reflect.get(db, key, own) as unknown
      },
    })
    const desk = new NewsFeed(counting, handle.listen, () => {})
    const sessionId = await beginSession(handle.db, teacherId, 'Chrome on Linux')
    const heard: News[] = []
    const listener = (person: string, scope: string, seq: number) => ({
      person: { id: person, sessionId },
      known: new Map([[scope, seq]]),
      tell: (news: News) => Promise.resolve(void heard.push(news)),
      roster: () => Promise.resolve(),
      beat: () => Promise.resolve(),
      ended: () => Promise.resolve(),
    })
    for (let at = 0; at < 1000; at++) desk.add(listener(`somebody-${at}`, `class-${at}`, 0))
    desk.add(listener(teacherId, sectionId, await lastSeq(handle.db, sectionId)))
    // The first look of each is over.
    await expect.poll(() => asked, { timeout: 20_000 }).toBeGreaterThanOrEqual(1001)
    for (let before = -1; asked !== before;) {
      before = asked
      await new Promise((done) => setTimeout(done, 500))
    }
    asked = 0
    for (let at = 0; at < 20; at++) await take(made('type', day('2026-11-23'), [score(rosalind, null, null)]))
    await expect.poll(() => heard.length, { timeout: 10_000 }).toBe(20)
    // For each act at most a look, the session, and whether the class is taught.
    expect(asked).toBeLessThanOrEqual(20 * 4)
    await desk.close()
  })
  it('of too many streams of one person the oldest ends, and whoever signs out hears no more', async () => {
    const desk = new NewsFeed(handle.db, handle.listen, () => {})
    const sessionId = await beginSession(handle.db, teacherId, 'Chrome on Linux')
    const ended: number[] = []
    const heard: number[] = []
    const seq = await lastSeq(handle.db, sectionId)
    for (let at = 0; at < 10; at++)
      desk.add({
        person: { id: teacherId, sessionId },
        known: new Map([[sectionId, seq]]),
        tell: () => Promise.resolve(void heard.push(at)),
        roster: () => Promise.resolve(),
        beat: () => Promise.resolve(),
        ended: () => Promise.resolve(void ended.push(at)),
      })
    expect(ended).toEqual([0, 1])
    await endSession(handle.db, teacherId, sessionId)
    await take(made('type', day('2026-11-24'), [score(rosalind, null, null)]))
    await expect.poll(() => ended.length, { timeout: 10_000 }).toBe(10)
    expect(heard).toEqual([])
    await desk.close()
  })
})
