import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import type { DbHandle } from '../../server/database/client'
import { students, users } from '../../server/database/schema'
import { applyRoster } from '../../server/services/roster/apply'
import { teaches } from '../../server/services/teaching'
import { loadSnapshot } from '../../server/services/snapshot'
import { district, overnight, withMoves } from '../../demo/district'
import { emptyRecords } from '../support/database'
import { dates, withDistrict } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db, withMoves(district())))
})
afterAll(() => handle.close())
const apply = (entities: ReturnType<typeof district>) =>
  handle.db.transaction((tx) => applyRoster(tx, rosterFromRest(entities), dates))

describe('a roster', () => {
  it('brings classes with their year, students by name, and the days that they are there', async () => {
    const snapshot = await loadSnapshot(handle.db, sectionId)
    expect(snapshot.section).toMatchObject({
      title: 'Earth Systems 7A',
      course: 'Earth Systems 7',
      school: 'Marram Point Middle School',
      meets: '1',
    })
    expect(snapshot.periods.map((each) => each.title)).toContain('Quarter 2')
    expect(snapshot.students.map((each) => each.familyName).slice(0, 3)).toEqual([
      'Achterberg',
      'Bekele',
      'Castellanos Ibarra',
    ])
    // Accents stand where a reader looks for them, and one name alone is a name.
    expect(snapshot.students.slice(-6).map((each) => each.familyName || each.givenName)).toEqual([
      'Ünal',
      'Vanterpool',
      'Wijaya',
      'Xanthos',
      'Yilma',
      'Zábranská',
    ])
    expect(snapshot.students.find((each) => each.familyName === 'Quispe')?.spans).toEqual([
      { firstDay: '2026-08-31', lastDay: '2026-11-10' },
    ])
  })
  it('changes nothing the second time', async () => {
    const again = await apply(withMoves(district()))
    for (const part of ['orgs', 'periods', 'courses', 'classes', 'teachers', 'students', 'enrolments'] as const)
      expect(again[part]).toMatchObject({ added: 0, changed: 0 })
  })
  it('adds who came, ends who is gone, and deletes nobody', async () => {
    const count = async () => (await handle.db.select().from(students)).length
    const before = await count()
    const summary = await apply(overnight(withMoves(district())))
    expect([summary.students.added, summary.enrolments.added, summary.ended]).toEqual([1, 1, 1])
    expect(await count()).toBe(before + 1)
  })
  it('keeps a name in step', async () => {
    const renamed = overnight(withMoves(district()))
    renamed.users = renamed.users.map((each) =>
      each.sourcedId === 'st-001' ? { ...each, familyName: 'Achterberg-Roos' } : each,
    )
    expect((await apply(renamed)).students.changed).toBe(1)
  })
  it('gives a class to the teachers it names', async () => {
    expect(await teaches(handle.db, teacherId, sectionId)).toBe(true)
    const [other] = await handle.db.select().from(users).where(eq(users.sourcedId, 't-varga'))
    expect(await teaches(handle.db, other!.id, sectionId)).toBe(false)
  })
})
