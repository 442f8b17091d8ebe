import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import type { DbHandle } from '../../server/database/client'
import { sections, sectionTeachers, students, users } from '../../server/database/schema'
import { keepRoster } from '../../server/services/exchange'
import { applyRoster, teaches } from '../../server/services/roster'
import { readRosterZip } from '../../server/services/roster-zip'
import { loadSnapshot } from '../../server/services/snapshot'
import { demoToday, district, overnight, withMoves } from '../../demo/district'
import { emptyRecords } from '../support/database'
import { csvFiles, zipOf } from '../support/oneroster-files'
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

describe('who may bring a roster', () => {
  const roster = rosterFromRest(district())
  const varga = async () => {
    const [found] = await handle.db.select().from(users).where(eq(users.sourcedId, 't-varga'))
    return { id: found!.id, role: 'teacher' as const, sourcedId: 't-varga' }
  }
  it('a teacher touches only classes of their own', async () => {
    const summary = await keepRoster(handle.db, roster, await varga(), demoToday, 'roster')
    expect(summary.classes).toEqual({ added: 0, changed: 0, same: 1 })
  })
  it('a file does not make a teacher the teacher of a class that others have', async () => {
    const claim = structuredClone(roster)
    for (const each of claim.enrolments) if (each.person === 't-okafor') each.person = 't-varga'
    await keepRoster(handle.db, claim, await varga(), demoToday, 'import')
    expect(await teaches(handle.db, (await varga()).id, sectionId)).toBe(false)
    expect(await handle.db.select().from(sectionTeachers).where(eq(sectionTeachers.sectionId, sectionId))).toHaveLength(
      1,
    )
  })
  it('a file that a teacher brings changes nothing that others share', async () => {
    const sly = structuredClone(roster)
    for (const each of sly.people) if (each.id === 't-varga') each.familyName = 'Somebody'
    sly.periods[2]!.lastDay = '2026-10-01'
    sly.classes.find((each) => each.id === 'g3')!.title = 'Grade 3, room 5'
    const summary = await keepRoster(handle.db, sly, await varga(), demoToday, 'import')
    expect([summary.teachers.changed, summary.periods.changed, summary.classes.changed]).toEqual([0, 0, 1])
  })
  it('two people with one address are refused, and nothing is changed', async () => {
    const twice = structuredClone(roster)
    twice.people.find((each) => each.id === 't-varga')!.email = 'M.Okafor-Lindgren@marram.example'
    const registrar = { id: 'r', role: 'registrar' as const, sourcedId: null }
    await expect(keepRoster(handle.db, twice, registrar, demoToday, 'import')).rejects.toMatchObject({
      code: 'same-email',
    })
  })
  it('a roster without a class of theirs changes nothing', async () => {
    await expect(
      keepRoster(handle.db, { ...roster, enrolments: [] }, await varga(), demoToday, 'import'),
    ).rejects.toMatchObject({ code: 'no-classes' })
  })
})

describe('a zip', () => {
  it('is read', () => expect(readRosterZip(zipOf(csvFiles(district(), '1.1'))).classes).toHaveLength(7))
  it('that is none, or has no files in it, is refused', () => {
    expect(() => readRosterZip(new Uint8Array([1, 2, 3]))).toThrow(expect.objectContaining({ code: 'no-zip' }))
    expect(() => readRosterZip(zipOf({ 'folder/orgs.csv': 'x' }))).toThrow(
      expect.objectContaining({ code: 'csv-faults' }),
    )
  })
  it('that is broken says where, and changes nothing', async () => {
    const files = csvFiles(district(), '1.2')
    files['users.csv'] = files['users.csv']!.replace('givenName', 'name')
    expect(() => readRosterZip(zipOf(files))).toThrow(/users\.csv, line 1, column givenName/)
    expect(await handle.db.select().from(sections)).toHaveLength(7)
  })
})
