/** @module-tag engine */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { studentRecord } from '#core/records'
import type { Plan } from '#core/plan/plan'
import { toScore } from '#core/grading/section'
import { looseEnds } from '#core/looseends'
import { act } from '#core/acts/act'
import type { ClassSnapshot } from '#core/section'
import { earthSystemsActs } from '../../demo/gradebook'
import { district, demoToday, overnight, withMoves } from '../../demo/district'
import type { DbHandle } from '../../server/database/client'
import { courses } from '../../server/database/schema'
import { takeTogether } from '../../server/services/acts'
import { districtScope } from '../../server/services/scopes'
import { bankAct } from '../../demo/bank'
import { standardsAct } from '../../demo/standards'
import { reportCards } from '../../server/services/report-cards'
import { loadSnapshot } from '../../server/services/snapshot'
import { todayOf } from '../../server/services/today'
import { emptyRecords } from '../support/database'
import { actOf, withDistrict, takenActs } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
let empty: ClassSnapshot
let full: ClassSnapshot

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db, withMoves(district())))
  await takeTogether(handle.db, teacherId, [{ scope: districtScope, act: bankAct() }])
  const rows = await handle.db.select().from(courses)
  const office = standardsAct(new Map(rows.map((row) => [row.sourcedId!, row.id])))
  await takeTogether(handle.db, teacherId, [{ scope: districtScope, act: office }])
  empty = await loadSnapshot(handle.db, sectionId)
  const taken = await takenActs(handle.db, sectionId, teacherId, earthSystemsActs(empty, '1'))
  expect(taken.flatMap((each) => each.outcomes).filter((each) => each.done !== 'applied')).toEqual([])
  full = await loadSnapshot(handle.db, sectionId)
})
afterAll(() => handle.close())

const cellOf = (givenName: string, shortName: string) => {
  const student = full.students.find((each) => each.givenName === givenName)!
  const [assignment] = Object.entries(full.records.assignment).find(([, each]) => each.shortName === shortName)!
  return studentRecord(full.records, 'cell', student.id, assignment)
}
const q2 = () => full.periods.find((each) => each.title === 'Quarter 2')!

describe('the world of Brindle Bay', () => {
  it('is the same every time', () => {
    expect(district()).toEqual(district())
    expect(earthSystemsActs(empty, '2')).toEqual(earthSystemsActs(empty, '2'))
  })
  it('is made of acts that the product would take from anybody', () => {
    for (const each of earthSystemsActs(empty, '5')) expect(act.safeParse(each).error).toBeUndefined()
  })
  it('has the sizes that it is said to have', () => {
    const { classes, enrollments } = district()
    const size = (id: string) =>
      enrollments.filter((each) => each.class.sourcedId === id && each.role === 'student').length
    expect(classes.map((each) => [each.title, size(each.sourcedId)])).toEqual([
      ['Earth Systems 7A', 26],
      ['Earth Systems 7B', 28],
      ['Tide Pool Ecology', 24],
      ['Earth Systems 7C', 27],
      ['Mapmaking', 22],
      ['Advisory 7', 18],
      ['Grade 3, room 4', 21],
    ])
  })
  it('holds a late joiner, a leaver, a mover, and news of the night', () => {
    const spans = withMoves(district()).enrollments
    expect(spans.some((each) => each.beginDate! > '2026-11-01')).toBe(true)
    expect(spans.some((each) => each.endDate !== undefined)).toBe(true)
    const mover = spans.filter((each) => each.user.sourcedId === 'st-030')
    expect(mover.map((each) => each.class.sourcedId)).toEqual(['es7b', 'es7c'])
    expect(overnight(withMoves(district())).users.length).toBe(withMoves(district()).users.length + 1)
  })
  it('holds a bonus, an excused, a missing, a percent, a label, both kinds of notes, and a stray assignment', () => {
    expect(cellOf('Rosalind', 'Core')).toMatchObject({ value: { points: '11' }, marks: ['late'], noteFor: 'family' })
    expect(cellOf('Inés', 'Check 5').marks).toEqual(['excused'])
    expect(cellOf('Chidera', 'Delta')).toMatchObject({ value: null, marks: ['missing'], noteFor: 'teacher' })
    expect(cellOf('Tobi', 'Check 5').value).toEqual({ percent: '85' })
    expect(cellOf('Naledi', 'Notes 4').value).toEqual({ label: 'B+' })
    expect(looseEnds(full).map((each) => each.code)).toEqual(['between-periods', 'far-above'])
    expect(toScore(full, q2(), demoToday).now).toBe(4)
  })
})

describe('Today', () => {
  it('puts the classes in the order of the day, each with what waits', async () => {
    const classes = await todayOf(handle.db, teacherId, demoToday)
    expect(classes.map((each) => each.meets)).toEqual(['1', '2', '3', '5', '6', '7'])
    expect(classes[0]).toMatchObject({
      students: 25,
      toScore: 4,
      planned: true,
      period: { title: 'Quarter 2', declared: false },
    })
    expect(classes[1]).toMatchObject({ planned: false, assignments: 0 })
  })
})

describe('report cards', () => {
  it('hold the override with the line for the family, the standards, and nothing that is for the record or the teacher', async () => {
    const cards = await reportCards(handle.db, sectionId, q2().id, null, demoToday)
    expect(cards).toHaveLength(26)
    const mateo = cards.find((each) => each.student === 'Mateo Gallardo')!.classes[0]!
    expect(mateo.grade).toMatchObject({
      percent: '80.0',
      label: 'B-',
      line: 'With the delta model, which came in later.',
    })
    expect(mateo.grade!.computed).toMatch(/^8\d\.\d B-?$/)
    expect(mateo.standards.map((each) => each.code)).toEqual(['ES.1', 'ES.2', 'ES.3', 'ES.5'])
    expect(JSON.stringify(cards)).not.toMatch(/Asked on Monday|second try|after illness/)
  })
  it('show of a grade what the plan shows to families, and the points of the course level beside it', async () => {
    const [student] = full.students
    const card = async (to: Partial<Plan>) => {
      const records = (await loadSnapshot(handle.db, sectionId)).records
      await takenActs(handle.db, sectionId, teacherId, [actOf(records, 'plan', [{ kind: 'plan', id: sectionId, to }])])
      return (await reportCards(handle.db, sectionId, q2().id, student!.id, demoToday))[0]!.classes[0]!.grade
    }
    const coursePoints = { points: '3', periodIds: [q2().id] }
    expect(await card({ coursePoints })).toMatchObject({ percent: '94.7', label: 'A', unadjusted: '91.7 A-' })
    expect(await card({ families: 'label' })).toMatchObject({ percent: null, label: 'A', unadjusted: 'A-' })
    expect(await card({ families: 'percent' })).toMatchObject({ percent: '94.7', label: null })
    expect(await card({ families: 'neither' })).toBeNull()
    expect(await card({ families: 'both', coursePoints: { points: '0', periodIds: [] } })).toMatchObject({
      percent: '91.7',
      unadjusted: null,
    })
  })
  it('are there for one student, and for nobody else', async () => {
    const [student] = full.students
    const cards = await reportCards(handle.db, sectionId, q2().id, student!.id, demoToday)
    expect(cards.map((each) => each.student)).toEqual(['Rosalind Achterberg'])
    await expect(reportCards(handle.db, sectionId, q2().id, 'nobody', demoToday)).rejects.toMatchObject({
      code: 'no-student',
    })
  })
})
