/** @module-tag engine */
import { eq, like } from 'drizzle-orm'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import { jointId } from '#core/kind'
import { noRecords } from '#core/records'
import { ownSpace } from '#core/roster/own-space'
import type { PrintRequest } from '#shared/prints'
import type { DbHandle } from '../../server/database/client'
import { enrolments, orgs, periods, prints, sections, sectionTeachers, users } from '../../server/database/schema'
import { takeTogether } from '../../server/services/acts'
import {
  askForPrint,
  endPrint,
  fileOfPrint,
  printsOf,
  waitingPrints,
  workPrint,
  type Draw,
} from '../../server/services/prints'
import { cardsOffice } from '../../server/services/report-cards'
import { applyRoster } from '../../server/services/roster/apply'
import { classesOf } from '../../server/services/teaching'
import { districtScope } from '../../server/services/scopes'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, dates, takenActs, withDistrict } from '../support/world'
import { district } from '../../demo/district'

let records: DbHandle
let sectionId: string
let teacherId: string
let periodId: string
const OFFICE = 'office'
const today = '2026-11-25'

beforeAll(async () => {
  records = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(records.db))
  await records.db
    .insert(users)
    .values({ id: OFFICE, role: 'registrar', email: 'office@x.example', givenName: 'A', familyName: 'B' })
  const { periods } = await loadSnapshot(records.db, sectionId)
  periodId = periods.find((each) => each.title === 'Quarter 2')!.id
})
afterAll(() => records.close())
beforeEach(() => records.db.delete(prints))

const ofClass = (given: Partial<PrintRequest> = {}): PrintRequest => ({
  of: { what: 'class', sectionId },
  periodId,
  each: false,
  ...given,
})
const ask = (request = ofClass(), who = teacherId) => askForPrint(records.db, who, request)
const first = async (who = teacherId) => (await printsOf(records.db, who))[0]!
/** What is given to be drawn, and a file of one byte for each card. */
const drawer =
  (seen: Parameters<Draw>[0][] = []): Draw =>
  (drawing, tell) => {
    seen.push(drawing)
    drawing.cards.forEach((_, at) => tell(at + 1))
    return Promise.resolve({ file: new Uint8Array(drawing.cards.length), missing: [] })
  }
const work = (id: string, draw = drawer()) => workPrint(records.db, id, { today, draw })

describe('report cards by the queue', () => {
  it('are drawn once, by one of several workers, with the remark that was kept last', async () => {
    const snapshot = await loadSnapshot(records.db, sectionId)
    const id = await ask()
    const student = snapshot.students[0]!
    const remark = [
      { kind: 'remark' as const, id: jointId(student.id, periodId), to: { text: 'Kept at the last moment.' } },
    ]
    await takenActs(records.db, sectionId, teacherId, [actOf(snapshot.records, 'remark', remark)])
    const seen: Parameters<Draw>[0][] = []
    await Promise.all([work(id, drawer(seen)), work(id, drawer(seen)), work(id, drawer(seen))])
    expect(seen).toHaveLength(1)
    expect(JSON.stringify(seen[0])).toContain('Kept at the last moment.')
    expect(await first()).toMatchObject({ state: 'done', title: snapshot.section.title, period: 'Quarter 2' })
    const { total } = await first()
    expect((await fileOfPrint(records.db, teacherId, id)).file).toHaveLength(total)
  })
  it('of all one’s classes are one for each student', async () => {
    const seen: Parameters<Draw>[0][] = []
    await work(await ask(ofClass({ of: { what: 'mine' } })), drawer(seen))
    const { cards } = seen[0]!
    expect(new Set(cards.map((card) => `${card.student} ${card.school}`)).size).toBe(cards.length)
    expect(cards.some((card) => card.classes.length > 1)).toBe(true)
    const mine = await records.db
      .selectDistinct({ id: enrolments.studentId })
      .from(enrolments)
      .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, enrolments.sectionId))
      .where(eq(sectionTeachers.userId, teacherId))
    expect(cards.length).toBeLessThanOrEqual(mine.length)
  })
  it('of a school have every class in it, in the layout that the office keeps', async () => {
    const layout = actOf(noRecords(), 'card layout', [
      { kind: 'cardLayout', id: 'district', to: { language: 'es', blocks: ['remark'] } },
    ])
    await takeTogether(records.db, OFFICE, [{ scope: districtScope, act: layout }])
    const [section] = await records.db.select().from(sections).where(eq(sections.id, sectionId))
    const seen: Parameters<Draw>[0][] = []
    await work(await ask(ofClass({ of: { what: 'school', schoolId: section!.schoolId } }), OFFICE), drawer(seen))
    expect(seen[0]!.layout.language).toBe('es')
    expect(
      new Set(seen[0]!.cards.flatMap((card) => card.classes.flatMap((each) => each.blocks.map((b) => b.block)))),
    ).toEqual(new Set(['remark']))
    expect(await printsOf(records.db, teacherId)).toEqual([])
  })

  it('of a school are of the district’s classes: what a teacher brought for themselves is nobody else’s', async () => {
    const { schools } = await cardsOffice(records.db, today)
    const bringer = { id: teacherId, sourcedId: 't-okafor', email: null }
    const own = ownSpace(rosterFromRest(district()), bringer)
    await records.db.transaction((tx) => applyRoster(tx, own, dates))
    const after = await cardsOffice(records.db, today)
    expect(after.schools).toEqual(schools)
    expect(after.periods.length).toBeGreaterThan(0)
    const [school] = await records.db.select().from(orgs).where(like(orgs.sourcedId, 'own:%'))
    const [privately] = await records.db.select().from(periods).where(like(periods.sourcedId, 'own:%'))
    await expect(ask(ofClass({ of: { what: 'school', schoolId: school!.id } }), OFFICE)).rejects.toMatchObject({
      code: 'no-school',
    })
    expect(after.periods.map((each) => each.id)).not.toContain(privately!.id)
    // A class of one's own that stands under the district's school is left out of the school's cards too.
    await records.db.update(sections).set({ schoolId: schools[0]!.id }).where(like(sections.sourcedId, 'own:%'))
    const request = ofClass({ of: { what: 'school', schoolId: schools[0]!.id }, periodId: privately!.id })
    await work(await ask(request, OFFICE))
    expect(await first(OFFICE)).toMatchObject({ state: 'failed', problem: 'no-student' })
  })
  it('know the classes that they are of, by which it is told who may fetch them', async () => {
    const id = await ask(ofClass({ of: { what: 'mine' } }))
    await work(id)
    const { sectionIds } = await fileOfPrint(records.db, teacherId, id)
    expect(sectionIds.toSorted()).toEqual((await classesOf(records.db, teacherId)).toSorted())
  })

  it('that are stopped in the middle stay stopped, and leave no file', async () => {
    const id = await ask()
    const stopping: Draw = async (drawing, tell, signal) => {
      await endPrint(records.db, teacherId, id)
      tell(1)
      // Whoever draws hears of it, at the latest when the state is written down again.
      await expect.poll(() => signal.aborted, { timeout: 5000 }).toBe(true)
      return { file: new Uint8Array(1), missing: [] }
    }
    await work(id, stopping)
    expect(await first()).toMatchObject({ state: 'stopped' })
    await expect(fileOfPrint(records.db, teacherId, id)).rejects.toMatchObject({ code: 'no-print' })
    await endPrint(records.db, teacherId, id)
    expect(await printsOf(records.db, teacherId)).toEqual([])
  })
  it('whose worker died are drawn by another', async () => {
    const id = await ask()
    await records.db.update(prints).set({ state: 'running', worker: 'dead', aliveAt: new Date(0) })
    expect(await waitingPrints(records.db)).toEqual([id])
    await work(id)
    expect((await first()).state).toBe('done')
    expect(await waitingPrints(records.db)).toEqual([])
  })
  it('that cannot be drawn say why, and nothing is half done', async () => {
    const id = await ask()
    await expect(work(id, () => Promise.reject(new Error('no ink')))).rejects.toThrow('no ink')
    expect(await first()).toMatchObject({ state: 'failed', problem: 'bug' })
    await records.db.delete(sectionTeachers).where(eq(sectionTeachers.userId, teacherId))
    const other = await ask()
    await work(other)
    expect(await first()).toMatchObject({ state: 'failed', problem: 'not-your-class' })
    await records.db.insert(sectionTeachers).values({ sectionId, userId: teacherId })
  })
  it('are kept for a day, and no more than five of one person wait', async () => {
    for (let nth = 0; nth < 5; nth++) await ask()
    await expect(ask()).rejects.toMatchObject({ code: 'many-prints' })
    await records.db.update(prints).set({ askedAt: new Date(Date.now() - 25 * 60 * 60_000) })
    expect(await waitingPrints(records.db)).toEqual([])
    expect(await printsOf(records.db, teacherId)).toEqual([])
  })
})
