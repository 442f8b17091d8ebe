import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DbHandle } from '../../server/database/client'
import { connections, enrolments, runs, students, users } from '../../server/database/schema'
import type { Reached } from '../../server/services/connections'
import type { Person } from '../../server/services/person'
import { Problem } from '../../server/services/problem'
import { pullByNight, waitingRosters, workRoster } from '../../server/services/roster/job'
import { beginRosterRun, goOnWithRosterRun, TAKING_BACK } from '../../server/services/roster/run'
import { takeBackRosterRun } from '../../server/services/roster/take-back'
import { readRosterRun } from '../../server/services/roster/run-reading'
import { demoToday } from '../../demo/district'
import { happen } from '../../standins/happenings'
import { startDistrict, type DistrictServer } from '../support/district-server'
import { emptyRecords } from '../support/database'
import { withDistrict } from '../support/world'

let there: DistrictServer
let reached: Reached
let records: DbHandle
let teacher: Person
let sectionId: string
const office: Person = { id: 'office', role: 'registrar', sourcedId: null }

beforeAll(async () => {
  there = await startDistrict()
  const { url } = there
  reached = { connectionId: 'c', partner: there.partner }
  records = await emptyRecords()
  const { teacherId, sectionId: section } = await withDistrict(records.db)
  sectionId = section
  teacher = { id: teacherId, role: 'teacher', sourcedId: 't-okafor' }
  await records.db
    .insert(users)
    .values({ id: 'office', role: 'registrar', email: 'office@x.example', givenName: 'A', familyName: 'B' })
  await records.db.insert(connections).values({
    ...{ id: 'c', protocol: 'oneroster-1.2', name: 'The district', url },
    ...{ clientId: 'x', secret: '', createdAt: new Date() },
  })
})
afterAll(async () => {
  await records.close()
  await there.stop()
})

const work = { reach: () => Promise.resolve(reached), today: demoToday }
async function pull(person: Person, isPart = false) {
  there.asked.length = 0
  const id = await beginRosterRun(records.db, person, 'roster', { connectionId: 'c', isPart })
  await workRoster(records.db, id, work)
  return readRosterRun(records.db, id)
}
/** Says yes to what is said before it is kept. */
async function keep(runId: string) {
  await goOnWithRosterRun(records.db, runId)
  await workRoster(records.db, runId, work)
  return readRosterRun(records.db, runId)
}
const paths = () => there.asked.map((each) => each.pathname.replace(/^.*\/v1p2\//, ''))
const rosterAt = async () => (await records.db.select().from(connections))[0]!.rosterAt
const nameOf = async (sourcedId: string) =>
  (await records.db.select().from(students).where(eq(students.sourcedId, sourcedId)))[0]!.familyName
const fullName = async (sourcedId: string) => {
  const [row] = await records.db.select().from(students).where(eq(students.sourcedId, sourcedId))
  return `${row!.givenName} ${row!.familyName}`
}
const student = () => there.held.list('students')[0]!

describe('a teacher’s pull', () => {
  it('asks for the classes of that teacher alone (OneRoster 1.2, getClassesForTeacher)', async () => {
    const run = await pull(teacher)
    expect([run.state, run.found.summary?.classes]).toEqual(['done', { added: 0, changed: 0, same: 6 }])
    expect(paths()[0]).toBe('teachers/t-okafor/classes')
    expect(paths()).not.toContain('users')
    expect(paths()).not.toContain('enrollments')
    expect(paths().filter((each) => /^schools\/[^/]+\/classes\/[^/]+\/enrollments$/.test(each))).toHaveLength(6)
  })

  it('says the same as the whole, narrowed to them, where the partner lacks the ways to ask', async () => {
    const narrow = await pull(teacher)
    there.lacks = /\/schools\//
    const wide = await pull(teacher)
    there.lacks = null
    expect(paths()).toContain('users')
    expect(wide.found.summary).toEqual(narrow.found.summary)
  })

  it('reaches no further than their classes, whatever the district marks as to be deleted', async () => {
    const before = { users: there.held.list('users'), enrollments: there.held.list('enrollments') }
    const other = before.enrollments.find(
      (each) => each.role === 'student' && (each.class as { sourcedId: string }).sourcedId === 'g3',
    )!
    const marked = (list: typeof before.users, isGone: (each: (typeof list)[number]) => boolean) =>
      list.map((each) => (isGone(each) ? { ...each, status: 'tobedeleted' } : each))
    there.held.setRoster(
      'users',
      marked(before.users, (each) => each.sourcedId === 't-varga'),
    )
    there.held.setRoster(
      'enrollments',
      marked(before.enrollments, (each) => each.sourcedId === other.sourcedId),
    )
    // By the whole, which is what says so much.
    there.lacks = /\/schools\//
    const run = await pull(teacher)
    there.lacks = null
    there.held.setRoster('users', before.users)
    there.held.setRoster('enrollments', before.enrollments)
    expect([run.state, run.found.summary?.ended]).toEqual(['done', 0])
    const [varga] = await records.db.select().from(users).where(eq(users.sourcedId, 't-varga'))
    expect(varga!.enabled).toBe(true)
    const [place] = await records.db.select().from(enrolments).where(eq(enrolments.sourcedId, other.sourcedId))
    expect(place!.lastDay).toBeNull()
  })

  it('ends who is gone from one of the classes, and leaves every other class', async () => {
    const { id } = (await records.db.select().from(students).where(eq(students.sourcedId, student().sourcedId)))[0]!
    const before = there.held.list('enrollments')
    const gone = before.find((each) => (each.user as { sourcedId: string }).sourcedId === student().sourcedId)!
    there.held.setRoster(
      'enrollments',
      before.filter((each) => each !== gone),
    )
    const asking = await pull(teacher)
    there.held.setRoster('enrollments', before)
    expect(asking).toMatchObject({ state: 'asking', found: { people: [{ what: 'left', from: 'Earth Systems 7A' }] } })
    const run = await keep(asking.id)
    const rows = await records.db.select().from(enrolments).where(eq(enrolments.studentId, id))
    expect(run.found.summary!.ended).toBe(1)
    expect(rows.filter((each) => each.lastDay !== null).map((each) => each.sourcedId)).toEqual([gone.sourcedId])
    await takeBackRosterRun(records.db, run.id)
  })
})

describe('who comes and goes is said before it is kept', () => {
  const [first, second] = ['es7a', 'es7b']
  const inFirst = () =>
    there.held
      .list('enrollments')
      .filter((each) => each.role === 'student' && (each.class as { sourcedId: string }).sourcedId === first)
      .map((each) => (each.user as { sourcedId: string }).sourcedId)
  const roster = () => structuredClone({ users: there.held.list('users'), enrollments: there.held.list('enrollments') })
  const restore = (before: ReturnType<typeof roster>) => {
    there.held.setRoster('users', before.users)
    there.held.setRoster('enrollments', before.enrollments)
  }

  it('a move, with the scores that stay and where the student goes; left as it is, nothing changes', async () => {
    const before = roster()
    const [moving] = inFirst()
    happen(there.held, { what: 'move', student: moving!, from: first, to: second, on: demoToday })
    const run = await pull(teacher)
    const counted = await records.db.select().from(enrolments)
    expect(run.found.people).toMatchObject([{ what: 'moved', from: 'Earth Systems 7A', to: 'Earth Systems 7B' }])
    expect(await records.db.select().from(enrolments)).toEqual(counted)
    restore(before)
  })

  it('a new name', async () => {
    const before = roster()
    happen(there.held, { what: 'rename', student: inFirst()[0]!, givenName: 'Ada', familyName: 'Otherwise' })
    expect((await pull(teacher)).found.people).toMatchObject([{ what: 'renamed', to: 'Ada Otherwise' }])
    restore(before)
  })

  it('two who were one: the scores of the second stay seen, in a row of one who left', async () => {
    const before = roster()
    const [one, other] = inFirst()
    const { id } = (await records.db.select().from(students).where(eq(students.sourcedId, other!)))[0]!
    happen(there.held, { what: 'merge', student: one!, other: other! })
    const asking = await pull(teacher)
    expect(asking.found.people).toContainEqual(expect.objectContaining({ what: 'merged', to: await fullName(one!) }))
    await keep(asking.id)
    const rows = await records.db.select().from(enrolments).where(eq(enrolments.studentId, id))
    expect(rows.filter((each) => each.sectionId === sectionId)).toMatchObject([{ lastDay: '2026-11-24' }])
    await takeBackRosterRun(records.db, asking.id)
    expect((await records.db.select().from(enrolments).where(eq(enrolments.studentId, id))).length).toBe(rows.length)
    restore(before)
  })
})

describe('the office’s pull', () => {
  it('of what changed asks since the last one, and brings only that', async () => {
    expect((await pull(office)).state).toBe('done')
    const since = (await rosterAt())!
    expect(Date.now() - Date.parse(since)).toBeLessThan(120_000)
    happen(there.held, { what: 'rename', student: student().sourcedId, givenName: 'Ada', familyName: 'Renamed' })
    const run = await pull(office, true)
    expect(there.asked.every((each) => each.searchParams.get('filter') === `dateLastModified>='${since}'`)).toBe(true)
    expect(run).toMatchObject({ state: 'done', total: 1, found: { isPart: true } })
    expect(run.found.summary!.students).toEqual({ added: 0, changed: 1, same: 0 })
    expect(await nameOf(student().sourcedId)).toBe('Renamed')
    expect(run.found.summary!.ended).toBe(0)
  })

  it('ends enrolments that the district marks as to be deleted', async () => {
    const before = there.held.list('enrollments')
    const gone = before.find((each) => each.role === 'student')!
    there.held.setRoster(
      'enrollments',
      before.map((each) =>
        each === gone ? { ...each, status: 'tobedeleted', dateLastModified: new Date().toISOString() } : each,
      ),
    )
    const run = await pull(office, true)
    there.held.setRoster('enrollments', before)
    expect([run.state, run.found.summary!.ended]).toEqual(['done', 1])
  })

  it('that is taken back is read whole the next time', async () => {
    const run = await pull(office, true)
    await takeBackRosterRun(records.db, run.id)
    expect(await rosterAt()).toBeNull()
    await pull(office, true)
    expect(there.asked.some((each) => each.searchParams.has('filter'))).toBe(false)
    expect(await rosterAt()).not.toBeNull()
  })

  it('whose worker lost it fails nobody else’s', async () => {
    const id = await beginRosterRun(records.db, office, 'roster', { connectionId: 'c' })
    let fail: (error: Error) => void = () => {}
    const late = new Promise<never>((_, reject) => (fail = reject))
    // It may fail before anybody waits for it.
    late.catch(() => {})
    const away: Reached = { ...reached, partner: { ...reached.partner, roster: () => late } as never }
    const first = workRoster(records.db, id, { ...work, reach: () => Promise.resolve(away) })
    await expect
      .poll(async () => (await records.db.select().from(runs).where(eq(runs.id, id)))[0]!.worker)
      .not.toBeNull()
    await records.db.update(runs).set({ worker: 'another' }).where(eq(runs.id, id))
    fail(new Problem(502, 'partner-silent', { partner: 'x' }))
    await first
    expect((await readRosterRun(records.db, id)).state).toBe('running')
    await records.db.update(runs).set({ state: 'stopped' }).where(eq(runs.id, id))
  })

  it('that broke off while it was taken back is not brought again, and is taken back again', async () => {
    happen(there.held, { what: 'rename', student: student().sourcedId, givenName: 'Ada', familyName: 'Twice' })
    const run = await pull(office, true)
    await records.db
      .update(runs)
      .set({ state: 'running', worker: TAKING_BACK, aliveAt: new Date(0) })
      .where(eq(runs.id, run.id))
    expect(await waitingRosters(records.db)).toEqual([])
    expect(await readRosterRun(records.db, run.id)).toMatchObject({ state: 'failed', canTakeBack: true })
    await takeBackRosterRun(records.db, run.id)
    expect(await nameOf(student().sourcedId)).not.toBe('Twice')
    await pull(office)
  })

  it('goes on in another process where the first ended while it read', async () => {
    const id = await beginRosterRun(records.db, office, 'roster', { connectionId: 'c' })
    const away: Reached = { ...reached, partner: { ...reached.partner, roster: () => new Promise(() => {}) } as never }
    void workRoster(records.db, id, { ...work, reach: () => Promise.resolve(away) })
    await expect
      .poll(async () => (await records.db.select().from(runs).where(eq(runs.id, id)))[0]!.worker)
      .not.toBeNull()
    await workRoster(records.db, id, work)
    expect((await readRosterRun(records.db, id)).state).toBe('running')
    await records.db
      .update(runs)
      .set({ aliveAt: new Date(0) })
      .where(eq(runs.id, id))
    await workRoster(records.db, id, work)
    expect((await readRosterRun(records.db, id)).state).toBe('done')
  })
})

it('each night everything is pulled in the office’s name, and nothing where the office is at it', async () => {
  const id = (await pullByNight(records.db, reached))!
  expect(await pullByNight(records.db, reached)).toBeNull()
  await workRoster(records.db, id, work)
  expect(await readRosterRun(records.db, id)).toMatchObject({
    state: 'done',
    userId: 'office',
    found: { isPart: false },
  })
})
