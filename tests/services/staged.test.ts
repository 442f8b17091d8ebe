/** @module-tag engine */
import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import { dangling, emptyRoster, rosterKinds, type Roster } from '#core/formats/oneroster/roster'
import { demoToday, district, withMoves } from '../../demo/district'
import type { DbHandle } from '../../server/database/client'
import { runThings } from '../../server/database/schema'
import { RosterChanges } from '../../server/services/roster/apply'
import { allOf, headOf, inPieces, type RosterInPieces } from '../../server/services/roster/in-pieces'
import { noRest } from '../../server/services/roster/names'
import { ROWS_AT_ONCE, writeStep } from '../../server/services/roster/rows'
import { beginRosterRun } from '../../server/services/roster/run'
import { firstDangling, letGo, sizeOf, stage, staged } from '../../server/services/roster/staged'
import { emptyRecords } from '../support/database'
import { dates, withDistrict } from '../support/world'

let handle: DbHandle
let runId: string
beforeAll(async () => {
  handle = await emptyRecords()
  const { teacherId } = await withDistrict(handle.db)
  runId = await beginRosterRun(handle.db, { id: teacherId, role: 'teacher' }, 'import')
})
afterAll(() => handle.close())

const whole = (): Roster => rosterFromRest(structuredClone(withMoves(district())))
async function kept(roster: Roster): Promise<RosterInPieces> {
  await letGo(handle.db, [runId])
  await stage(handle.db, runId, roster, noRest)
  return staged(handle.db, runId, headOf(roster), noRest)
}
const everything = async (roster: RosterInPieces) =>
  Object.fromEntries(await Promise.all(rosterKinds.map(async (kind) => [kind, await allOf(roster, kind)])))

it('a roster that is kept with a run reads as one that is held whole, the later of two things under one id', async () => {
  const course = fc.record({
    id: fc.constantFrom('a', 'b', 'c', 'd'),
    title: fc.string({ unit: fc.constantFrom('a', 'ß', '雪', '"', ' ') }),
    code: fc.constant(''),
  })
  await fc.assert(
    fc.asyncProperty(fc.array(course, { maxLength: 12 }), async (courses) => {
      const roster = { ...emptyRoster(), courses }
      const [here, there] = [inPieces(roster, noRest), await kept(roster)]
      expect(await everything(there)).toEqual(await everything(here))
      const asked = ['a', 'd', 'nowhere']
      expect(await there.among('courses', asked)).toEqual(await here.among('courses', asked))
    }),
    { numRuns: 40 },
  )
})

it('pages that come one after the other are one roster, in the order in which they came', async () => {
  const roster = whole()
  await kept(emptyRoster())
  for (const kind of rosterKinds) await stage(handle.db, runId, { ...emptyRoster(), [kind]: roster[kind] }, noRest)
  const there = staged(handle.db, runId, headOf(roster), noRest)
  expect(await everything(there)).toEqual(await everything(inPieces(roster, noRest)))
  expect(await sizeOf(handle.db, runId)).toBe(rosterKinds.reduce((sum, kind) => sum + roster[kind].length, 0))
})

it('the reference that leads nowhere is the one that the whole roster names', async () => {
  expect(await firstDangling(await kept(whole()))).toBeNull()
  for (const kind of ['orgs', 'periods', 'courses', 'classes', 'people'] as const) {
    const roster = { ...whole(), [kind]: [] }
    const found = await firstDangling(await kept(roster))
    expect(dangling(roster)).toContainEqual(found)
    expect(found).toMatchObject({ in: kind })
  }
})

it('what is let go of one run leaves nothing of it', async () => {
  await kept(whole())
  await letGo(handle.db, [runId])
  expect(await handle.db.select().from(runThings)).toEqual([])
  expect(await sizeOf(handle.db, runId)).toBe(0)
})

it('of enrolments no more are known at once than are looked at, whether they are new or as they were', async () => {
  const roster = whole()
  const [section] = roster.classes
  const many = ROWS_AT_ONCE * 3
  for (let at = 0; at < many; at++) {
    const id = `many-${at}`
    roster.people.push({
      ...{ id, role: 'student', givenName: id, familyName: 'Many' },
      email: null,
      off: false,
      pronouns: null,
    })
    roster.enrolments.push({
      id: `in-${at}`,
      class: section!.id,
      person: id,
      role: 'student',
      firstDay: null,
      lastDay: null,
    })
  }
  for (const time of ['new', 'as they were']) {
    const changes = new RosterChanges(handle.db, await kept(roster), { ...dates, today: demoToday })
    let most = 0
    for await (const step of changes.steps()) {
      most = Math.max(most, changes.ids.of.enrolments.size)
      await writeStep(handle.db, step)
    }
    expect(Math.max(most, changes.ids.of.enrolments.size)).toBeLessThanOrEqual(ROWS_AT_ONCE)
    expect(changes.summary.enrolments[time === 'new' ? 'added' : 'same']).toBeGreaterThanOrEqual(many)
    expect(changes.ids.of.students.size).toBeGreaterThanOrEqual(many)
  }
})
