import fc from 'fast-check'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { wholly, type Roster } from '#core/formats/oneroster/roster'
import { orgs, periods, students, users } from '../../server/database/schema'
import { takeBackRosterRun } from '../../server/services/roster/take-back'
import { beginSession, seeSession } from '../../server/services/sessions'
import { teaches } from '../../server/services/teaching'
import { todayOf } from '../../server/services/today'
import { demoToday } from '../../demo/district'
import { withRosters, type RosterRoom } from '../support/rosters'

const room = {} as RosterRoom
const { begin, registrar, roster, userOf, bring, bringAll, viewOf } = withRosters(room)
beforeAll(begin)
afterAll(() => room.handle.close())

describe('how far a teacher’s file reaches', () => {
  it('a copy of the whole district makes classes of the teacher’s own, and moves nothing of anybody else', async () => {
    const before = await viewOf(room.okafor)
    const run = await bring(roster(), room.varga)
    expect(run.state).toBe('done')
    expect(await viewOf(room.okafor)).toEqual(before)
    const own = (await todayOf(room.handle.db, room.varga.id, demoToday)).filter((each) =>
      each.title.startsWith('Grade 3'),
    )
    // The district's class, and the one that the file made.
    expect(own).toHaveLength(2)
    await takeBackRosterRun(room.handle.db, run.id)
    expect(
      (await todayOf(room.handle.db, room.varga.id, demoToday)).filter((each) => each.title.startsWith('Grade 3')),
    ).toHaveLength(1)
  })

  it('says nothing of a class that the file does not give to the teacher', async () => {
    const run = await bring({ ...roster(), enrolments: [] }, room.varga)
    expect(run).toMatchObject({
      state: 'failed',
      outcome: { code: 'failed', problem: { code: 'no-classes-of-yours' } },
    })
  })

  it('any file by any teacher leaves every other person’s view as it was', async () => {
    const before = await viewOf(room.okafor)
    const counts = async () => ({
      orgs: (await room.handle.db.select().from(orgs)).filter((each) => !each.sourcedId?.startsWith('own:')),
      periods: (await room.handle.db.select().from(periods)).filter((each) => !each.sourcedId?.startsWith('own:')),
      users: await room.handle.db.select().from(users),
      students: (await room.handle.db.select().from(students)).filter((each) => !each.sourcedId?.startsWith('own:')),
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
        await bring(file, room.varga)
      }),
      { numRuns: 12 },
    )
    expect(await viewOf(room.okafor)).toEqual(before)
    expect(await counts()).toEqual(shared)
    expect(await teaches(room.handle.db, room.varga.id, room.sectionId)).toBe(false)
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
    await takeBackRosterRun(room.handle.db, run.id)
    expect((await userOf('t-varga')).id).toBe(before.id)
  })

  it('two who change addresses with each other both have the other’s', async () => {
    const file = roster()
    const [a, b] = [teacher(file, 't-okafor'), teacher(file, 't-varga')]
    ;[a.email, b.email] = [b.email, a.email]
    const run = await bringAll(file, registrar)
    expect(run.state).toBe('done')
    expect([(await userOf('t-okafor')).email, (await userOf('t-varga')).email]).toEqual([a.email, b.email])
    await takeBackRosterRun(room.handle.db, run.id)
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
    const session = await beginSession(room.handle.db, id, 'Chrome on Linux')
    expect(await seeSession(room.handle.db, session)).not.toBeNull()
    const file = roster()
    file.people = file.people.filter((each) => each.id !== 't-varga')
    file.enrolments = file.enrolments.filter((each) => each.person !== 't-varga')
    await bringAll(file, registrar)
    expect(await seeSession(room.handle.db, session)).toBeNull()
    await bringAll(roster(), registrar)
    expect((await userOf('t-varga')).enabled).toBe(true)
  })
})
