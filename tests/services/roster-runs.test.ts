import { eq } from 'drizzle-orm'
import fc from 'fast-check'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import { wholly, type Roster } from '#core/formats/oneroster/roster'
import { jointId } from '#core/kind'
import type { DbHandle } from '../../server/database/client'
import { enrolments, orgs, periods, runs, runThings, sections, students, users } from '../../server/database/schema'
import type { Person } from '../../server/services/person'
import { importRoster } from '../../server/services/roster/bring'
import { waitingRosters, workRoster } from '../../server/services/roster/job'
import { noRest } from '../../server/services/roster/names'
import { beginRosterRun, goOnWithRosterRun, keepRoster } from '../../server/services/roster/run'
import { stage } from '../../server/services/roster/staged'
import { takeBackRosterRun } from '../../server/services/roster/take-back'
import { readRosterRun, rosterItems } from '../../server/services/roster/run-reading'
import { ROWS_AT_ONCE } from '../../server/services/roster/rows'
import { loadSnapshot } from '../../server/services/snapshot'
import { beginSession, seeSession } from '../../server/services/sessions'
import { teaches } from '../../server/services/teaching'
import { todayOf } from '../../server/services/today'
import { demoToday, district, withMoves } from '../../demo/district'
import { emptyRecords } from '../support/database'
import { actOf, takenActs, withDistrict } from '../support/world'

let handle: DbHandle
let sectionId: string
let okafor: Person
let varga: Person
const registrar: Person = { id: 'office', role: 'registrar', sourcedId: null }
const roster = (): Roster => rosterFromRest(structuredClone(withMoves(district())))
const userOf = async (sourcedId: string) =>
  (await handle.db.select().from(users).where(eq(users.sourcedId, sourcedId)))[0]!
const personOf = async (sourcedId: string): Promise<Person> => {
  const { id, role } = await userOf(sourcedId)
  return { id, role, sourcedId }
}
/** Brings a roster and gives the run that it came to. */
async function bring(file: Roster, person: Person) {
  const runId = await beginRosterRun(handle.db, person, 'import')
  await importRoster(handle.db, file, person, runId, demoToday)
  return readRosterRun(handle.db, runId)
}
const reachNobody = () => Promise.reject(new Error('What is kept has to be enough.'))
/** Says yes to a run that asked, and works on it as the queue does. */
async function goOn(runId: string) {
  await goOnWithRosterRun(handle.db, runId)
  await workRoster(handle.db, runId, { reach: reachNobody, today: demoToday })
}
/** Brings a roster, and says yes where it asks. */
async function bringAll(file: Roster, person: Person) {
  const run = await bring(file, person)
  if (run.state !== 'asking') return run
  await goOn(run.id)
  return readRosterRun(handle.db, run.id)
}
/** Everything that a teacher sees, as far as a roster can move it. */
async function viewOf({ id }: Person) {
  const classes = await todayOf(handle.db, id, demoToday)
  const snapshots = []
  for (const each of classes) snapshots.push(await loadSnapshot(handle.db, each.id))
  return { classes, snapshots, user: (await handle.db.select().from(users).where(eq(users.id, id)))[0] }
}

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId } = await withDistrict(handle.db, withMoves(district())))
  ;[okafor, varga] = [await personOf('t-okafor'), await personOf('t-varga')]
  await handle.db
    .insert(users)
    .values({ id: registrar.id, role: 'registrar', email: 'office@x.example', givenName: 'A', familyName: 'B' })
})
afterAll(() => handle.close())

describe('how far a teacher’s file reaches', () => {
  it('a copy of the whole district makes classes of the teacher’s own, and moves nothing of anybody else', async () => {
    const before = await viewOf(okafor)
    const run = await bring(roster(), varga)
    expect(run.state).toBe('done')
    expect(await viewOf(okafor)).toEqual(before)
    const own = (await todayOf(handle.db, varga.id, demoToday)).filter((each) => each.title.startsWith('Grade 3'))
    // The district's class, and the one that the file made.
    expect(own).toHaveLength(2)
    await takeBackRosterRun(handle.db, run.id)
    expect(
      (await todayOf(handle.db, varga.id, demoToday)).filter((each) => each.title.startsWith('Grade 3')),
    ).toHaveLength(1)
  })

  it('says nothing of a class that the file does not give to the teacher', async () => {
    const run = await bring({ ...roster(), enrolments: [] }, varga)
    expect(run).toMatchObject({
      state: 'failed',
      outcome: { code: 'failed', problem: { code: 'no-classes-of-yours' } },
    })
  })

  it('any file by any teacher leaves every other person’s view as it was', async () => {
    const before = await viewOf(okafor)
    const counts = async () => ({
      orgs: (await handle.db.select().from(orgs)).filter((each) => !each.sourcedId?.startsWith('own:')),
      periods: (await handle.db.select().from(periods)).filter((each) => !each.sourcedId?.startsWith('own:')),
      users: await handle.db.select().from(users),
      students: (await handle.db.select().from(students)).filter((each) => !each.sourcedId?.startsWith('own:')),
    })
    const shared = await counts()
    const ids = roster()
    const pick = <T>(list: readonly T[]) => fc.constantFrom(...list)
    const change = fc.oneof(
      fc.record({ what: fc.constant('claim' as const), class: pick(ids.classes.map((each) => each.id)) }),
      fc.record({
        what: fc.constant('move' as const),
        at: fc.nat(ids.enrolments.length - 1),
        class: pick(ids.classes.map((each) => each.id)),
      }),
      fc.record({ what: fc.constant('rename' as const), at: fc.nat(ids.people.length - 1) }),
      fc.record({ what: fc.constant('period' as const), parent: pick(ids.periods.map((each) => each.id)) }),
      fc.record({ what: fc.constant('mail' as const), at: fc.nat(ids.people.length - 1) }),
      fc.record({ what: fc.constant('drop' as const), at: fc.nat(ids.enrolments.length - 1) }),
      fc.record({ what: fc.constant('gone' as const), at: fc.nat(ids.enrolments.length - 1) }),
    )
    await fc.assert(
      fc.asyncProperty(fc.array(change, { maxLength: 12 }), fc.boolean(), async (changes, delta) => {
        const file = roster()
        if (delta) file.modes = wholly('delta')
        for (const each of changes) {
          if (each.what === 'claim')
            file.enrolments.push({
              id: `claim-${each.class}`,
              class: each.class,
              person: 't-varga',
              role: 'teacher',
              firstDay: null,
              lastDay: null,
            })
          if (each.what === 'move') file.enrolments[each.at % file.enrolments.length]!.class = each.class
          if (each.what === 'rename') file.people[each.at]!.familyName = 'Somebody'
          if (each.what === 'mail') file.people[each.at]!.email = 'm.okafor-lindgren@marram.example'
          if (each.what === 'period')
            file.periods.push({ ...file.periods[2]!, id: 'sly', title: 'Sly', parent: each.parent })
          if (each.what === 'drop') file.enrolments.splice(each.at % file.enrolments.length, 1)
          if (each.what === 'gone') {
            const [gone] = file.enrolments.splice(each.at % file.enrolments.length, 1)
            file.gone.enrolments.push({ id: gone!.id, class: gone!.class, person: gone!.person })
            file.gone.people.push(gone!.person)
          }
        }
        await bring(file, varga)
      }),
      { numRuns: 12 },
    )
    expect(await viewOf(okafor)).toEqual(before)
    expect(await counts()).toEqual(shared)
    expect(await teaches(handle.db, varga.id, sectionId)).toBe(false)
  })
})

describe('what a roster would end', () => {
  const without = (classId: string, count: number): Roster => {
    const file = roster()
    const leaving = file.enrolments.filter(
      (each) => each.class === classId && each.role === 'student' && each.lastDay === null,
    )
    const gone = new Set(leaving.slice(0, count).map((each) => each.id))
    return { ...file, enrolments: file.enrolments.filter((each) => !gone.has(each.id)) }
  }
  const active = async () =>
    (await handle.db.select().from(enrolments).where(eq(enrolments.sectionId, sectionId))).filter(
      (each) => each.lastDay === null,
    ).length

  it('one leaver of a class is taken at once', async () => {
    const run = await bring(without('es7a', 1), registrar)
    expect([run.state, run.found.summary?.ended]).toEqual(['done', 1])
    expect((await rosterItems(handle.db, run.id, -1)).items).toContainEqual(
      expect.objectContaining({ part: 'enrolments', step: 'ended' }),
    )
    await takeBackRosterRun(handle.db, run.id)
  })

  it('more than a tenth of a class is asked about first, with names, and nothing is changed until the answer', async () => {
    const before = await active()
    const run = await bring(without('es7a', 5), registrar)
    expect(run.state).toBe('asking')
    expect(run.found.asks).toMatchObject([{ what: { part: 'class', title: 'Earth Systems 7A' }, ends: 5 }])
    expect(run.found.asks![0]!.names).toHaveLength(5)
    expect(await active()).toBe(before)
    await goOn(run.id)
    expect(await active()).toBe(before - 5)
    expect((await readRosterRun(handle.db, run.id)).state).toBe('done')
    // And back again.
    await takeBackRosterRun(handle.db, run.id)
    expect(await active()).toBe(before)
    expect((await readRosterRun(handle.db, run.id)).state).toBe('taken back')
  })

  it('a delta ends only what it takes away', async () => {
    const before = await active()
    const file = roster()
    const [one] = file.enrolments.filter(
      (each) => each.class === 'es7a' && each.role === 'student' && each.lastDay === null,
    )
    const delta: Roster = {
      ...file,
      modes: wholly('delta'),
      orgs: [],
      periods: [],
      courses: [],
      classes: [],
      people: [],
      enrolments: [],
      gone: { enrolments: [{ id: one!.id, class: one!.class, person: one!.person }], people: [] },
    }
    const runId = await beginRosterRun(handle.db, registrar, 'import')
    await importRoster(handle.db, delta, registrar, runId, demoToday)
    expect((await readRosterRun(handle.db, runId)).found.summary?.ended).toBe(1)
    expect(await active()).toBe(before - 1)
    expect(await teaches(handle.db, okafor.id, sectionId)).toBe(true)
    await takeBackRosterRun(handle.db, runId)
    expect(await active()).toBe(before)
  })

  it('a delta may speak of what is here already, and of nothing else', async () => {
    const nobody: Roster = {
      ...roster(),
      modes: wholly('delta'),
      orgs: [],
      periods: [],
      courses: [],
      people: [],
      enrolments: [],
    }
    const known = nobody.classes.filter((each) => each.id === 'es7a')
    expect((await bring({ ...nobody, classes: known }, registrar)).state).toBe('done')
    const stranger = await bring({ ...nobody, classes: [{ ...known[0]!, course: 'nowhere' }] }, registrar)
    expect(stranger).toMatchObject({
      state: 'failed',
      outcome: { problem: { code: 'dangling', figures: { missing: 'nowhere' } } },
    })
  })
})

describe('people', () => {
  const teacher = (file: Roster, id: string) => file.people.find((each) => each.id === id)!
  beforeEach(async () => {
    await bringAll(roster(), registrar)
  })

  it('somebody rehired under a new id is the same person', async () => {
    const file = roster()
    const before = await userOf('t-varga')
    for (const each of file.people) if (each.id === 't-varga') each.id = 't-varga-2'
    for (const each of file.enrolments) if (each.person === 't-varga') each.person = 't-varga-2'
    const run = await bringAll(file, registrar)
    expect(run.found.listed).toContainEqual({ code: 'rehired', name: expect.stringContaining('Varga') })
    expect((await userOf('t-varga-2')).id).toBe(before.id)
    await takeBackRosterRun(handle.db, run.id)
    expect((await userOf('t-varga')).id).toBe(before.id)
  })

  it('two who change addresses with each other both have the other’s', async () => {
    const file = roster()
    const [a, b] = [teacher(file, 't-okafor'), teacher(file, 't-varga')]
    ;[a.email, b.email] = [b.email, a.email]
    const run = await bringAll(file, registrar)
    expect(run.state).toBe('done')
    expect([(await userOf('t-okafor')).email, (await userOf('t-varga')).email]).toEqual([a.email, b.email])
    await takeBackRosterRun(handle.db, run.id)
  })

  it('an address that somebody has stays with them, and the run goes on and says so', async () => {
    const file = roster()
    teacher(file, 't-varga').email = 'Office@x.example'
    const run = await bringAll(file, registrar)
    expect(run.state).toBe('done')
    expect(run.found.listed).toContainEqual({ code: 'address-held', name: expect.stringContaining('Varga') })
    expect((await userOf('t-varga')).email).toBeNull()
  })

  it('an address that a ghost left behind goes to whom the roster gives it', async () => {
    const file = roster()
    file.people = file.people.filter((each) => each.id !== 't-varga')
    file.enrolments = file.enrolments.filter((each) => each.person !== 't-varga')
    file.people.push({
      ...teacher(roster(), 't-okafor'),
      id: 't-new',
      givenName: 'Nim',
      familyName: 'Newcomer',
      email: 's.varga@lanternhill.example',
    })
    const run = await bringAll(file, registrar)
    expect(run.found.listed).toContainEqual({ code: 'released', name: expect.stringContaining('Varga') })
    expect((await userOf('t-new')).email).toBe('s.varga@lanternhill.example')
    await bringAll(roster(), registrar)
  })

  it('a teacher who is enrolled as a student, and a student as a teacher, stop nobody', async () => {
    const file = roster()
    const odd = { class: 'es7a', firstDay: null, lastDay: null }
    file.enrolments.push({ ...odd, id: 'odd-1', person: 't-varga', role: 'student' })
    file.enrolments.push({ ...odd, id: 'odd-2', person: 'st-001', role: 'teacher' })
    const run = await bring(file, registrar)
    expect([run.state, run.found.summary?.enrolments.added]).toEqual(['done', 0])
  })

  it('a file that names no teacher asks before it switches anybody off', async () => {
    const file = roster()
    file.people = file.people.filter((each) => each.role === 'student')
    file.enrolments = file.enrolments.filter((each) => each.role === 'student')
    const run = await bring(file, registrar)
    expect(run.state).toBe('asking')
    expect(run.found.asks).toMatchObject([{ what: { part: 'teachers' }, ends: 2, of: 2 }])
    expect((await userOf('t-okafor')).enabled).toBe(true)
  })

  it('whoever leaves the roster is out at once', async () => {
    const { id } = await userOf('t-varga')
    const session = await beginSession(handle.db, id, 'Chrome on Linux')
    expect(await seeSession(handle.db, session)).not.toBeNull()
    const file = roster()
    file.people = file.people.filter((each) => each.id !== 't-varga')
    file.enrolments = file.enrolments.filter((each) => each.person !== 't-varga')
    await bringAll(file, registrar)
    expect(await seeSession(handle.db, session)).toBeNull()
    await bringAll(roster(), registrar)
    expect((await userOf('t-varga')).enabled).toBe(true)
  })
})

describe('a run', () => {
  it('is one at a time for each person', async () => {
    const first = await beginRosterRun(handle.db, varga, 'import')
    await expect(beginRosterRun(handle.db, varga, 'import')).rejects.toMatchObject({
      code: 'run-under-way',
      detail: { runId: first },
    })
    await beginRosterRun(handle.db, okafor, 'import')
    await handle.db.update(runs).set({ state: 'stopped' }).where(eq(runs.state, 'running'))
  })

  it('whose worker is gone goes on from where it was', async () => {
    const file = roster()
    file.classes[0]!.title = 'Earth Systems, first hour'
    const runId = await beginRosterRun(handle.db, registrar, 'import')
    await importRoster(handle.db, file, registrar, runId, demoToday)
    // As it would stand if the process had died before it wrote the end of it.
    await stage(handle.db, runId, file, noRest)
    await keepRoster(handle.db, runId, file, { today: demoToday, whole: true })
    await handle.db
      .update(runs)
      .set({ state: 'running', aliveAt: new Date(0) })
      .where(eq(runs.id, runId))
    expect((await readRosterRun(handle.db, runId)).state).toBe('running')
    // Whoever looks for work finds it, and of two who do one has it.
    expect(await waitingRosters(handle.db)).toEqual([runId])
    const work = { reach: reachNobody, today: demoToday }
    await Promise.all([workRoster(handle.db, runId, work), workRoster(handle.db, runId, work)])
    expect((await readRosterRun(handle.db, runId)).state).toBe('done')
    await takeBackRosterRun(handle.db, runId)
    const [section] = await handle.db.select().from(sections).where(eq(sections.id, sectionId))
    expect(section!.title).toBe('Earth Systems 7A')
  })

  it('holds a roster for as long as it may be gone on with, and a new one takes the place of a question', async () => {
    const staged = async () =>
      (await handle.db.select({ runId: runThings.runId }).from(runThings)).map((row) => row.runId)
    const file = roster()
    file.enrolments = file.enrolments.filter((each) => each.role === 'teacher')
    const asks = await bring(file, registrar)
    expect(asks.state).toBe('asking')
    expect(new Set(await staged())).toEqual(new Set([asks.id]))
    const next = await bring(roster(), registrar)
    expect(next.state).toBe('done')
    expect(await readRosterRun(handle.db, asks.id)).toMatchObject({ state: 'stopped', canGoOn: false })
    await expect(goOnWithRosterRun(handle.db, asks.id)).rejects.toMatchObject({ code: 'not-waiting' })
    const nowhere = roster()
    nowhere.classes[0]!.course = 'nowhere'
    const broken = await bring(nowhere, registrar)
    expect(broken).toMatchObject({ state: 'failed', canGoOn: true })
    expect(new Set(await staged())).toEqual(new Set([broken.id]))
    await bring(roster(), registrar)
    expect(await staged()).toEqual([])
  })

  it('takes the later of two things that came under one id, whatever page it stood on', async () => {
    const file = roster()
    const [first] = file.classes
    file.classes.push({ ...first!, title: 'Earth Systems, as it was said last' })
    const run = await bring(file, registrar)
    expect(run.found.summary!.classes).toEqual({ added: 0, changed: 1, same: file.classes.length - 2 })
    const title = async () =>
      (await handle.db.select().from(sections).where(eq(sections.sourcedId, first!.id)))[0]!.title
    expect(await title()).toBe('Earth Systems, as it was said last')
    await takeBackRosterRun(handle.db, run.id)
    expect(await title()).toBe(first!.title)
  })

  it('that finds nothing changed lets others have their answers all the same', async () => {
    const file = roster()
    const many = 2000
    for (let at = 0; at < many; at++)
      file.people.push({
        id: `many-${at}`,
        role: 'student',
        givenName: `Given ${at}`,
        familyName: 'Many',
        email: null,
        off: false,
        pronouns: null,
      })
    const first = await bring(file, registrar)
    let rests = 0
    const runId = await beginRosterRun(handle.db, registrar, 'import')
    await importRoster(handle.db, file, registrar, runId, demoToday, async () => void rests++)
    expect((await readRosterRun(handle.db, runId)).found.summary!.students).toEqual({
      ...{ added: 0, changed: 0 },
      same: file.people.filter((each) => each.role === 'student').length,
    })
    // One for each piece that is kept, and for each that is looked at.
    expect(rests).toBeGreaterThanOrEqual((many / ROWS_AT_ONCE) * 2)
    await takeBackRosterRun(handle.db, first.id)
  })

  it('that brought students is taken back without losing a score', async () => {
    const file = roster()
    file.people.push({
      id: 'st-new',
      role: 'student',
      givenName: 'Ada',
      familyName: 'Newling',
      email: null,
      pronouns: null,
      off: false,
    })
    file.enrolments.push({
      id: 'e-new',
      class: 'es7a',
      person: 'st-new',
      role: 'student',
      firstDay: '2026-11-20',
      lastDay: null,
    })
    const run = await bringAll(file, registrar)
    const { students: there, records } = await loadSnapshot(handle.db, sectionId)
    const ada = there.find((each) => each.familyName === 'Newling')!
    const assignment = crypto.randomUUID()
    await takenActs(handle.db, sectionId, okafor.id, [
      actOf(records, 'assignment', [
        {
          kind: 'assignment',
          id: assignment,
          to: { name: 'Lab', shortName: 'Lab', dueOn: '2026-11-20', removed: false },
        },
        { kind: 'cell', id: jointId(ada.id, assignment), to: { value: { points: '8' } } },
      ]),
    ])
    await takeBackRosterRun(handle.db, run.id)
    expect((await loadSnapshot(handle.db, sectionId)).students.some((each) => each.id === ada.id)).toBe(false)
    await bringAll(file, registrar)
    const again = await loadSnapshot(handle.db, sectionId)
    const back = again.students.find((each) => each.familyName === 'Newling')!
    expect(again.records.cell[jointId(back.id, assignment)]?.value).toEqual({ points: '8' })
    await bringAll(roster(), registrar)
  })
})
