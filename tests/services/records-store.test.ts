/** @module-tag engine */
import { setImmediate } from 'node:timers'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { entriesOf, noRecords, recordsOf } from '#core/records'
import { plainLetters } from '#core/scales/shipped'
import type { ClassSnapshot } from '#core/section'
import type { DbHandle } from '../../server/database/client'
import { kindsOfClass, readRecords, readScopes, readSome, writeRecords } from '../../server/services/records-store'
import { openClass } from '../../server/services/open-class'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, takenActs, withDistrict } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
let snapshot: ClassSnapshot
const ODD = 'says "no" \\ and\nthen 🌊 ñ, {"a": [1]}, \u2028 12.50'

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
  snapshot = await loadSnapshot(handle.db, sectionId)
  const [ann, bo] = snapshot.students.map(({ id }) => id) as [string, string]
  const period = snapshot.periods.at(-1)!.id
  const taken = await takenActs(handle.db, sectionId, teacherId, [
    actOf(snapshot.records, 'plan', [
      { kind: 'plan', id: sectionId, to: { cap: '100.5', coursePoints: { points: '3', periodIds: [period] } } },
      { kind: 'category', id: 'tests', to: { name: ODD.slice(0, 20), weight: '33.333', removed: false } },
    ]),
    actOf(snapshot.records, 'assignment', [
      {
        kind: 'assignment',
        id: 'rocks',
        to: {
          name: 'Rocks',
          description: ODD,
          dueOn: '2026-11-20',
          points: '12.5',
          categoryId: 'tests',
          removed: false,
        },
      },
    ]),
    actOf(snapshot.records, 'type', [
      { kind: 'cell', id: jointId(ann, 'rocks'), to: { value: { points: '0.125' }, note: ODD, marks: ['late'] } },
      { kind: 'cell', id: jointId(bo, 'rocks'), to: { value: { label: 'B+' }, marks: ['absent', 'excused'] } },
      { kind: 'override', id: jointId(ann, period), to: { percent: '89.95', incompleteUntil: '2027-01-15' } },
      { kind: 'remark', id: jointId(bo, period), to: { text: ODD } },
    ]),
  ])
  expect(taken.flatMap(({ outcomes }) => outcomes.map(({ done }) => done))).toEqual(Array(7).fill('applied'))
})
afterAll(() => handle.close())

it('records that are asked for together are what they are when each is asked for', async () => {
  const all = await readRecords(handle.db, sectionId)
  const found = kindsOfClass.filter((kind) => entriesOf(all, kind).length > 0)
  expect(found.toSorted()).toEqual(['assignment', 'category', 'cell', 'override', 'plan', 'remark'])
  for (const kind of found) {
    const together = Object.fromEntries(entriesOf(all, kind))
    expect(together).toEqual(await readSome(handle.db, sectionId, kind, Object.keys(together)))
  }
  const ann = snapshot.students[0]!.id
  expect(all.cell[ann]!.rocks).toMatchObject({ value: { points: '0.125' }, note: ODD, marks: ['late'] })
  expect(await readRecords(handle.db, sectionId, [])).toMatchObject({ cell: {}, plan: {} })
})

it('scopes that are asked for together keep apart, in the order in which they are asked for', async () => {
  const mine = { name: 'Mine', steps: plainLetters.steps, removed: false }
  const stamp = { changedBy: teacherId, changedAt: new Date(), actId: crypto.randomUUID() }
  await writeRecords(handle.db, teacherId, 'scale', new Map([['mine', mine]]), stamp)
  const found = await readScopes(handle.db, [
    ['nobody', ['cell', 'plan']],
    [sectionId, ['cell', 'remark']],
    [teacherId, ['scale']],
    [sectionId, []],
    [sectionId, ['plan']],
  ])
  expect(found).toEqual([
    noRecords(),
    await readRecords(handle.db, sectionId, ['cell', 'remark']),
    recordsOf({ scale: { mine } }),
    noRecords(),
    await readRecords(handle.db, sectionId, ['plan']),
  ])
})

it('whoever asks many questions lets others be heard between them', async () => {
  let heard = 0
  let over = false
  const hear = () => {
    heard++
    if (!over) setImmediate(hear)
  }
  setImmediate(hear)
  const QUESTIONS = 20
  for (let at = 0; at < QUESTIONS; at++) await handle.db.execute(sql`select 1`)
  over = true
  expect(heard).toBeGreaterThanOrEqual(QUESTIONS)
})

it('a class is opened in a dozen questions, whatever it holds', async () => {
  let asked = 0
  const counting = new Proxy(handle.db, {
    get(db, key) {
      if (key === 'select') asked++
      const found: unknown = Reflect.get(db, key)
      return typeof found === 'function' ? found.bind(db) : found
    },
  })
  const { plan } = (await openClass(counting, sectionId)).records
  expect(Object.keys(plan)).toEqual([sectionId])
  expect(asked).toBeGreaterThan(1)
  expect(asked).toBeLessThanOrEqual(13)
})
