/** @module-tag engine */
import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { wholly, type Roster } from '#core/formats/oneroster/roster'
import { jointId } from '#core/kind'
import { find } from '#core/records'
import { enrolments, runs, runThings, sections } from '../../server/database/schema'
import { importRoster } from '../../server/services/roster/bring'
import { waitingRosters, workRoster } from '../../server/services/roster/job'
import { noRest } from '../../server/services/roster/names'
import { beginRosterRun, goOnWithRosterRun, keepRoster } from '../../server/services/roster/run'
import { stage } from '../../server/services/roster/staged'
import { takeBackRosterRun } from '../../server/services/roster/take-back'
import { readRosterRun, rosterItems } from '../../server/services/roster/run-reading'
import { ROWS_AT_ONCE } from '../../server/services/roster/rows'
import { loadSnapshot } from '../../server/services/snapshot'
import { teaches } from '../../server/services/teaching'
import { demoToday } from '../../demo/district'
import { actOf, takenActs } from '../support/world'
import { withRosters, type RosterRoom } from '../support/rosters'

const room = {} as RosterRoom
const { begin, registrar, roster, bring, reachNobody, goOn, bringAll } = withRosters(room)
beforeAll(begin)
afterAll(() => room.handle.close())

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
    (await room.handle.db.select().from(enrolments).where(eq(enrolments.sectionId, room.sectionId))).filter(
      (each) => each.lastDay === null,
    ).length

  it('one leaver of a class is taken at once', async () => {
    const run = await bring(without('es7a', 1), registrar)
    expect([run.state, run.found.summary?.ended]).toEqual(['done', 1])
    expect((await rosterItems(room.handle.db, run.id, -1)).items).toContainEqual(
      expect.objectContaining({ part: 'enrolments', step: 'ended' }),
    )
    await takeBackRosterRun(room.handle.db, run.id)
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
    expect((await readRosterRun(room.handle.db, run.id)).state).toBe('done')
    // And back again.
    await takeBackRosterRun(room.handle.db, run.id)
    expect(await active()).toBe(before)
    expect((await readRosterRun(room.handle.db, run.id)).state).toBe('taken back')
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
    const runId = await beginRosterRun(room.handle.db, registrar, 'import')
    await importRoster(room.handle.db, delta, registrar, runId, demoToday)
    expect((await readRosterRun(room.handle.db, runId)).found.summary?.ended).toBe(1)
    expect(await active()).toBe(before - 1)
    expect(await teaches(room.handle.db, room.okafor.id, room.sectionId)).toBe(true)
    await takeBackRosterRun(room.handle.db, runId)
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

describe('a run', () => {
  it('is one at a time for each person', async () => {
    const first = await beginRosterRun(room.handle.db, room.varga, 'import')
    await expect(beginRosterRun(room.handle.db, room.varga, 'import')).rejects.toMatchObject({
      code: 'run-under-way',
      detail: { runId: first },
    })
    await beginRosterRun(room.handle.db, room.okafor, 'import')
    await room.handle.db.update(runs).set({ state: 'stopped' }).where(eq(runs.state, 'running'))
  })

  it('whose worker is gone goes on from where it was', async () => {
    const file = roster()
    file.classes[0]!.title = 'Earth Systems, first hour'
    const runId = await beginRosterRun(room.handle.db, registrar, 'import')
    await importRoster(room.handle.db, file, registrar, runId, demoToday)
    // As it would stand if the process had died before it wrote the end of it.
    await stage(room.handle.db, runId, file, noRest)
    await keepRoster(room.handle.db, runId, file, { today: demoToday, whole: true })
    await room.handle.db
      .update(runs)
      .set({ state: 'running', aliveAt: new Date(0) })
      .where(eq(runs.id, runId))
    expect((await readRosterRun(room.handle.db, runId)).state).toBe('running')
    // Whoever looks for work finds it, and of two who do one has it.
    expect(await waitingRosters(room.handle.db)).toEqual([runId])
    const work = { reach: reachNobody, today: demoToday }
    await Promise.all([workRoster(room.handle.db, runId, work), workRoster(room.handle.db, runId, work)])
    expect((await readRosterRun(room.handle.db, runId)).state).toBe('done')
    await takeBackRosterRun(room.handle.db, runId)
    const [section] = await room.handle.db.select().from(sections).where(eq(sections.id, room.sectionId))
    expect(section!.title).toBe('Earth Systems 7A')
  })

  it('holds a roster for as long as it may be gone on with, and a new one takes the place of a question', async () => {
    const staged = async () =>
      (await room.handle.db.select({ runId: runThings.runId }).from(runThings)).map((row) => row.runId)
    const file = roster()
    file.enrolments = file.enrolments.filter((each) => each.role === 'teacher')
    const asks = await bring(file, registrar)
    expect(asks.state).toBe('asking')
    expect(new Set(await staged())).toEqual(new Set([asks.id]))
    const next = await bring(roster(), registrar)
    expect(next.state).toBe('done')
    expect(await readRosterRun(room.handle.db, asks.id)).toMatchObject({ state: 'stopped', canGoOn: false })
    await expect(goOnWithRosterRun(room.handle.db, asks.id)).rejects.toMatchObject({ code: 'not-waiting' })
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
      (await room.handle.db.select().from(sections).where(eq(sections.sourcedId, first!.id)))[0]!.title
    expect(await title()).toBe('Earth Systems, as it was said last')
    await takeBackRosterRun(room.handle.db, run.id)
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
    const runId = await beginRosterRun(room.handle.db, registrar, 'import')
    await importRoster(room.handle.db, file, registrar, runId, demoToday, async () => void rests++)
    expect((await readRosterRun(room.handle.db, runId)).found.summary!.students).toEqual({
      ...{ added: 0, changed: 0 },
      same: file.people.filter((each) => each.role === 'student').length,
    })
    // One for each piece that is kept, and for each that is looked at.
    expect(rests).toBeGreaterThanOrEqual((many / ROWS_AT_ONCE) * 2)
    await takeBackRosterRun(room.handle.db, first.id)
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
    const { students: there, records } = await loadSnapshot(room.handle.db, room.sectionId)
    const ada = there.find((each) => each.familyName === 'Newling')!
    const assignment = crypto.randomUUID()
    await takenActs(room.handle.db, room.sectionId, room.okafor.id, [
      actOf(records, 'assignment', [
        {
          kind: 'assignment',
          id: assignment,
          to: { name: 'Lab', shortName: 'Lab', dueOn: '2026-11-20', removed: false },
        },
        { kind: 'cell', id: jointId(ada.id, assignment), to: { value: { points: '8' } } },
      ]),
    ])
    await takeBackRosterRun(room.handle.db, run.id)
    expect((await loadSnapshot(room.handle.db, room.sectionId)).students.some((each) => each.id === ada.id)).toBe(false)
    await bringAll(file, registrar)
    const again = await loadSnapshot(room.handle.db, room.sectionId)
    const back = again.students.find((each) => each.familyName === 'Newling')!
    expect(find(again.records, 'cell', jointId(back.id, assignment))?.value).toEqual({ points: '8' })
    await bringAll(roster(), registrar)
  })
})
