import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { scaleOf } from '#core/plan/level-scale'
import { standardsOf } from '#core/plan/standards-of'
import { newStandard } from '#core/proficiency/bring-standards'
import { levelIn } from '#core/proficiency/level'
import { levelWindow } from '#core/proficiency/window'
import type { Desired } from '#core/desired'
import { noRecords } from '#core/records'
import type { DbHandle } from '../../server/database/client'
import { courses, sections, users } from '../../server/database/schema'
import { takeActs, takeTogether } from '../../server/services/acts'
import { userScope, districtScope } from '../../server/services/scopes'
import { loadSnapshot } from '../../server/services/snapshot'
import { levelScaleUses } from '../../server/services/standards'
import { demoToday } from '../../demo/district'
import { fourLevels, standardsAct, withHalves } from '../../demo/standards'
import { emptyRecords } from '../support/database'
import { actOf, takenActs, withDistrict } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
let mapId: string
const classOf = async (sourcedId: string) =>
  (await handle.db.select().from(sections).where(eq(sections.sourcedId, sourcedId)))[0]!.id

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
  mapId = await classOf('map')
  await handle.db
    .insert(users)
    .values({ id: 'office', role: 'registrar', email: 'o@x.example', givenName: 'Perpetua', familyName: 'Nyström' })
  const rows = await handle.db.select().from(courses)
  const act = standardsAct(new Map(rows.map((row) => [row.sourcedId!, row.id])))
  await takeTogether(handle.db, 'office', [{ scope: districtScope, act }])
})
afterAll(() => handle.close())

const snapshot = (id = mapId) => loadSnapshot(handle.db, id)
async function take(desired: Desired[], id = mapId) {
  const act = actOf((await snapshot(id)).records, 'level', desired)
  return (await takenActs(handle.db, id, teacherId, [act]))[0]!.outcomes
}
const codes = async (id = mapId) => standardsOf(await snapshot(id)).map((each) => each.code)

describe('standards', () => {
  it('of a course are those chosen for it, with all that is below an area, in their order', async () => {
    expect((await codes()).slice(0, 5)).toEqual(['MK.1', 'MK.2', 'MK.3', 'MR', 'MR.1'])
    expect(await codes(sectionId)).toEqual([
      'ES.1',
      'ES.2',
      'ES.3',
      'ES.4',
      'ES.5',
      'HB',
      'HB.1',
      'HB.2',
      'HB.3',
      'HB.4',
    ])
  })
  it('of a teacher’s own are in that class alone, and judged by like others', async () => {
    const id = crypto.randomUUID()
    const [student] = (await snapshot()).students
    const outcomes = await take([
      { kind: 'standard', id, to: newStandard({ code: 'MX.1', statement: 'Draws from memory.' }) },
      { kind: 'observation', id: jointId(student!.id, id, 'x'), to: { level: '3', on: demoToday } },
    ])
    expect(outcomes.map((each) => each.done)).toEqual(['applied', 'applied'])
    expect((await codes()).at(-1)).toBe('MX.1')
    expect(await codes(sectionId)).not.toContain('MX.1')
    const now = await snapshot()
    const q2 = now.periods.find((each) => each.title === 'Quarter 2')!
    expect(levelIn(levelWindow(now, q2), student!.id, id).effective?.label).toBe('Secure')
    // Nobody else's class speaks of it.
    const [pupil] = (await snapshot(sectionId)).students
    const far = await take(
      [{ kind: 'observation', id: jointId(pupil!.id, id, 'x'), to: { level: '3', on: demoToday } }],
      sectionId,
    )
    expect(far).toMatchObject([{ done: 'refused', reason: { code: 'refused.not-there', what: 'standard' } }])
  })
  it('of the district are changed by the office alone', async () => {
    const change: Desired = { kind: 'standard', id: 'standard-mk.1', to: newStandard({ code: 'MINE' }) }
    expect(await take([change])).toMatchObject([{ done: 'refused', reason: { code: 'refused.district-standard' } }])
    // One that this class does not know is no more to be had: whoever is asked says try again, and nothing is changed.
    const stolen: Desired = { kind: 'standard', id: 'standard-es.1', to: newStandard({ code: 'MINE' }) }
    const act = actOf((await snapshot()).records, 'standard', [stolen])
    const [answer] = await takeActs(handle.db, mapId, teacherId, [act], {}, () => {})
    expect(answer).not.toHaveProperty('seq')
    expect((await snapshot(sectionId)).standards[0]!.code).toBe('ES.1')
    const course = (await handle.db.select().from(courses).where(eq(courses.sourcedId, 'c-map')))[0]!.id
    expect(
      await take([{ kind: 'courseStandard', id: jointId(course, 'standard-es.1'), to: { used: true } }]),
    ).toMatchObject([{ done: 'refused' }])
  })
  it('with an area that is not there are refused, and one cannot be its own area', async () => {
    const id = crypto.randomUUID()
    expect(await take([{ kind: 'standard', id, to: newStandard({ code: 'A', parentId: 'nowhere' }) }])).toMatchObject([
      { done: 'refused', reason: { code: 'refused.area-gone' } },
    ])
    expect(await take([{ kind: 'standard', id, to: newStandard({ code: 'A', parentId: id }) }])).toMatchObject([
      { done: 'refused', reason: { code: 'refused.own-area' } },
    ])
  })
})

describe('proficiency scales', () => {
  it('of the district act without being switched on, and a class can choose another', async () => {
    expect(scaleOf(await snapshot()).id).toBe(fourLevels)
    const { records } = await snapshot()
    const { proficiency } = records.plan[mapId] ?? (await import('#core/kinds')).blanks.plan
    expect(
      await take([{ kind: 'plan', id: mapId, to: { proficiency: { ...proficiency, scaleId: 'gone' } } }]),
    ).toMatchObject([{ done: 'refused', reason: { code: 'refused.level-scale-gone' } }])
    await take([{ kind: 'plan', id: mapId, to: { proficiency: { ...proficiency, scaleId: withHalves } } }])
    expect(scaleOf(await snapshot()).halves).toBe(true)
    expect(await levelScaleUses(handle.db)).toMatchObject({ [withHalves]: { count: 1, titles: ['Mapmaking'] } })
    // A level of the teacher's own is held against the scale as it is now.
    const now = await snapshot()
    const q2 = now.periods.find((each) => each.title === 'Quarter 2')!.id
    const own = (level: string): Desired => ({
      kind: 'levelOverride',
      id: jointId(now.students[0]!.id, 'standard-mk.1', q2),
      to: { level },
    })
    expect(await take([own('2.5')])).toMatchObject([{ done: 'applied' }])
    expect(await take([own('2.2')])).toMatchObject([{ done: 'refused' }])
  })
  it('of a teacher’s own are offered in that teacher’s classes, and a broken one is refused', async () => {
    const scale = (levels: object[]) =>
      actOf(noRecords(), 'scale', [
        { kind: 'levelScale', id: crypto.randomUUID(), to: { name: 'Mine', levels: levels as never, removed: false } },
      ])
    const two = ['2', '1'].map((value) => ({ value, label: `L${value}`, short: value, description: '' }))
    await takeTogether(handle.db, teacherId, [{ scope: userScope(teacherId), act: scale(two) }])
    expect((await snapshot()).levelScales.filter((each) => each.owner === 'mine').map((each) => each.name)).toEqual([
      'Mine',
    ])
    const g3 = await snapshot(await classOf('g3'))
    expect(g3.levelScales.some((each) => each.owner === 'mine')).toBe(false)
    await expect(
      takeTogether(handle.db, teacherId, [{ scope: userScope(teacherId), act: scale([two[0]!]) }]),
    ).rejects.toMatchObject({ code: 'refused' })
  })
  it('with a level of 0 take no power law, on the server too', async () => {
    const id = crypto.randomUUID()
    const levels = ['2', '0'].map((value) => ({ value, label: `L${value}`, short: value, description: '' }))
    const act = actOf(noRecords(), 'scale', [
      { kind: 'levelScale', id, to: { name: 'From nothing', levels, removed: false } },
    ])
    await takeTogether(handle.db, teacherId, [{ scope: userScope(teacherId), act }])
    const { proficiency } = (await snapshot()).records.plan[mapId]!
    const to = { proficiency: { ...proficiency, scaleId: id, calculation: { method: 'power law' as const } } }
    const [answer] = await take([{ kind: 'plan', id: mapId, to }])
    expect(answer).toMatchObject({ done: 'refused', reason: { code: 'refused.power-law' } })
  })
})
