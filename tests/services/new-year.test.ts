import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import type { Roster } from '#core/formats/oneroster/roster'
import { users } from '../../server/database/schema'
import type { DbHandle } from '../../server/database/client'
import { plansOf } from '../../server/services/plans'
import { importRoster } from '../../server/services/roster/bring'
import { workRoster } from '../../server/services/roster/job'
import { beginRosterRun, goOnWithRosterRun } from '../../server/services/roster/run'
import { readRosterRun } from '../../server/services/roster/run-reading'
import { loadSnapshot } from '../../server/services/snapshot'
import { todayOf } from '../../server/services/today'
import { district, withMoves } from '../../demo/district'
import { emptyRecords } from '../support/database'
import { withDistrict } from '../support/world'

/** A Monday in the second week of the new school year. */
const TODAY = '2027-09-13'
const office = { id: 'office', role: 'registrar' as const, sourcedId: null }
let handle: DbHandle
let teacherId: string

/** The district's file of the next year: the same people and courses, in classes and terms of their own. */
function ofNextYear(): Roster {
  const { periods, classes, enrolments, ...rest } = rosterFromRest(structuredClone(withMoves(district())))
  const later = (day: string) => `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`
  const next = (id: string) => `${id}-next`
  return {
    ...rest,
    periods: periods.map((each) => ({
      ...{ ...each, id: next(each.id), parent: each.parent && next(each.parent) },
      ...{ firstDay: later(each.firstDay), lastDay: later(each.lastDay) },
    })),
    classes: classes.map((each) => ({ ...each, id: next(each.id), terms: each.terms.map(next) })),
    enrolments: enrolments.map((each) => ({
      ...{ ...each, id: next(each.id), class: next(each.class) },
      ...{ firstDay: each.firstDay && later(each.firstDay), lastDay: each.lastDay && later(each.lastDay) },
    })),
  }
}

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ teacherId } = await withDistrict(handle.db, withMoves(district())))
  await handle.db
    .insert(users)
    .values({ id: office.id, role: office.role, email: 'office@x.example', givenName: 'A', familyName: 'B' })
})
afterAll(() => handle.close())

describe('a new school year that the office opens by hand, from files', () => {
  it('is there for every teacher, without plans, and the old one is past and as it was', async () => {
    const before = await todayOf(handle.db, teacherId, '2027-01-11')
    const old = await Promise.all(before.map((each) => loadSnapshot(handle.db, each.id)))

    const runId = await beginRosterRun(handle.db, office, 'import')
    await importRoster(handle.db, ofNextYear(), office, runId, TODAY)
    if ((await readRosterRun(handle.db, runId)).state === 'asking') {
      await goOnWithRosterRun(handle.db, runId)
      const reach = () => Promise.reject(new Error('What is kept has to be enough.'))
      await workRoster(handle.db, runId, { reach, today: TODAY })
    }
    expect((await readRosterRun(handle.db, runId)).state).toBe('done')

    const now = await todayOf(handle.db, teacherId, TODAY)
    expect(now.map((each) => each.title)).toEqual(before.map((each) => each.title))
    expect(now.some((section) => before.some(({ id }) => id === section.id))).toBe(false)
    expect(now.every((each) => !each.planned && each.students > 0)).toBe(true)
    expect(now.every((each) => each.period?.title === 'Quarter 1')).toBe(true)

    const { classes } = await plansOf(handle.db, teacherId, TODAY)
    for (const { id } of before) expect(classes.find((each) => each.id === id)?.past).toBe(true)
    const still = await Promise.all(before.map((each) => loadSnapshot(handle.db, each.id)))
    const kept = ({ students, records, periods }: (typeof old)[number]) => ({ students, records, periods })
    expect(still.map(kept)).toEqual(old.map(kept))
  })
})
