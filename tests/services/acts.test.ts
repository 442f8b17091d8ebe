import { SHAPE } from '#core/kinds'
import { eq, sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inverse } from '#core/acts/apply'
import { jointId } from '#core/kind'
import { noRecords } from '#core/records'
import type { Act, Change } from '#core/acts/act'
import type { DbHandle } from '../../server/database/client'
import { journal } from '../../server/database/schema'
import { madeAt, takeActs } from '../../server/services/acts'
import { historyOf } from '../../server/services/history'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, withDistrict, type Desired, takenActs } from '../support/world'

let handle: DbHandle
let sectionId: string
let teacherId: string
let student: string
const assignment = crypto.randomUUID()
const category = crypto.randomUUID()

const snapshot = () => loadSnapshot(handle.db, sectionId)
const take = async (kind: Act['kind'], desired: Desired[]) => {
  const act = actOf((await snapshot()).records, kind, desired)
  const [taken] = await takenActs(handle.db, sectionId, teacherId, [act])
  return { act, outcomes: taken!.outcomes }
}
const score = (points: string | null) => ({
  kind: 'cell' as const,
  id: jointId(student, assignment),
  to: { value: points === null ? null : { points } },
})
const scoreNow = async () => (await snapshot()).records.cell[jointId(student, assignment)]?.value ?? null

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
  student = (await snapshot()).students[0]!.id
  await take('assignment', [
    { kind: 'category', id: category, to: { name: 'Tests', shortName: 'Tests', weight: '100', removed: false } },
    { kind: 'plan', id: sectionId, to: { method: 'categories' } },
    {
      kind: 'assignment',
      id: assignment,
      to: {
        name: 'Test',
        shortName: 'Test',
        categoryId: category,
        dueOn: '2026-11-10',
        points: '12.5',
        removed: false,
      },
    },
  ])
})
afterAll(() => handle.close())

describe('an act', () => {
  it('keeps what it says, decimals as typed', async () => {
    await take('type', [score('8.125')])
    expect(await scoreNow()).toEqual({ points: '8.125' })
    const { assignment: kept } = (await snapshot()).records
    expect(kept[assignment]).toMatchObject({ points: '12.5', multiplier: '1', dueOn: '2026-11-10' })
  })

  it('keeps every form of a score, its marks and its note', async () => {
    for (const value of [{ percent: '85' }, { label: 'B+' }, { points: '8' }]) {
      await take('type', [
        { ...score(null), to: { value, marks: ['late'], note: 'Ask for the drawing', noteFor: 'family' } },
      ])
      expect((await snapshot()).records.cell[jointId(student, assignment)]).toEqual({
        value,
        marks: ['late'],
        note: 'Ask for the drawing',
        noteFor: 'family',
        meant: '',
      })
    }
  })

  it('is taken once, however often it is sent, and answers the same', async () => {
    const { act, outcomes } = await take('type', [score('9')])
    await take('type', [score('4')])
    const again = await takenActs(handle.db, sectionId, teacherId, [act, act])
    expect(again.map((each) => each.outcomes)).toEqual([outcomes, outcomes])
    expect(await scoreNow()).toEqual({ points: '4' })
    expect(await handle.db.select().from(journal).where(eq(journal.id, act.id))).toHaveLength(1)
  })

  it('is not another person’s with the same number', async () => {
    const { act } = await take('type', [score('5')])
    expect(await takeActs(handle.db, sectionId, 'somebody-else', [act])).toMatchObject([
      { id: act.id, rejected: { code: 'act-of-another' } },
    ])
  })

  it('does not go over what was changed meanwhile, change by change', async () => {
    const { records } = await snapshot()
    const other = jointId((await snapshot()).students[1]!.id, assignment)
    const stale = actOf(records, 'paste', [score('1'), { kind: 'cell', id: other, to: { value: { points: '2' } } }])
    await take('type', [score('10')])
    const [taken] = await takenActs(handle.db, sectionId, teacherId, [stale])
    expect(taken!.outcomes).toEqual([{ done: 'conflict', present: { value: { points: '10' } } }, { done: 'applied' }])
    expect(await scoreNow()).toEqual({ points: '10' })
    expect((await snapshot()).records.cell[other]?.value).toEqual({ points: '2' })
  })

  it('is undone by its inverse', async () => {
    const before = await scoreNow()
    const { act } = await take('type', [score('3')])
    const undo: Act = {
      id: crypto.randomUUID(),
      shape: SHAPE,
      kind: 'undo',
      at: act.at,
      changes: (act.changes as Change[]).map(inverse) as Act['changes'],
    }
    expect((await takenActs(handle.db, sectionId, teacherId, [undo]))[0]!.outcomes).toEqual([{ done: 'applied' }])
    expect(await scoreNow()).toEqual(before)
  })

  it('takes 500 changes as one', async () => {
    const { students } = await snapshot()
    const ids = Array.from({ length: 20 }, () => crypto.randomUUID())
    await take(
      'load',
      ids.map((id) => ({
        kind: 'assignment',
        id,
        to: { name: 'Work', shortName: 'Work', categoryId: category, dueOn: '2026-11-11', removed: false },
      })),
    )
    const { outcomes } = await take(
      'fill',
      students
        .slice(0, 25)
        .flatMap((student) =>
          ids.map((id): Desired => ({ kind: 'cell', id: jointId(student.id, id), to: { value: { points: '7' } } })),
        ),
    )
    expect(outcomes).toHaveLength(500)
    expect(outcomes.every((each) => each.done === 'applied')).toBe(true)
  })
})

describe('what is not of the class is refused, and the rest is taken', () => {
  it.each<[string, () => Desired]>([
    ['a student', () => ({ kind: 'cell', id: jointId('nobody', assignment), to: { value: { points: '1' } } })],
    ['an assignment', () => ({ kind: 'cell', id: jointId(student, 'nothing'), to: { value: { points: '1' } } })],
    [
      'a category',
      () => ({ kind: 'assignment', id: crypto.randomUUID(), to: { categoryId: 'nothing', removed: false } }),
    ],
    ['a standard', () => ({ kind: 'evidence', id: jointId(student, assignment, 'nothing'), to: { level: '3' } })],
    ['a tagged standard', () => ({ kind: 'assignment', id: assignment, to: { standardIds: ['nothing'] } })],
    ['a period', () => ({ kind: 'override', id: jointId(student, 'never'), to: { percent: '80' } })],
    ['a declared period', () => ({ kind: 'declaration', id: 'never', to: { declared: true } })],
    ['a remark', () => ({ kind: 'remark', id: jointId('nobody', 'never'), to: { text: 'x' } })],
    ['another plan', () => ({ kind: 'plan', id: 'other', to: { places: 0 } })],
  ])('%s', async (_, desired) => {
    const act = actOf(noRecords(), 'paste', [desired()])
    const [taken] = await takenActs(handle.db, sectionId, teacherId, [act])
    expect(taken!.outcomes[0]!.done).toBe('refused')
  })
})

describe('acts are answered one by one', () => {
  const other = () => ({ kind: 'cell' as const, id: jointId(student, assignment), to: { note: crypto.randomUUID() } })
  it('one that cannot be read is rejected with the field, and takes none of the others down', async () => {
    const { records } = await snapshot()
    const good = actOf(records, 'note', [other()])
    const poisoned = actOf(records, 'note', [other()])
    ;(poisoned.changes[0]!.to as Record<string, unknown>).points = { never: 'so' }
    const last = actOf((await snapshot()).records, 'plan', [{ kind: 'plan', id: sectionId, to: { places: 2 } }])
    const results = await takeActs(handle.db, sectionId, teacherId, [good, poisoned, last])
    expect(results).toMatchObject([
      { id: good.id, outcomes: [{ done: 'applied' }] },
      { id: poisoned.id, rejected: { code: 'unreadable' } },
      { id: last.id, outcomes: [{ done: 'applied' }] },
    ])
  })

  it('one on which the server stumbles is to be sent again, with what rests on it, and the others are taken', async () => {
    const { records, students } = await snapshot()
    const id = crypto.randomUUID()
    const make = actOf(records, 'assignment', [
      { kind: 'assignment', id, to: { name: 'New', shortName: 'New', removed: false } },
    ])
    // No database holds this many points, and no schema lets them in; here they stand for any fault of ours.
    const stumbling = { ...make, changes: make.changes.map((each) => ({ ...each })) }
    const resting = actOf(records, 'type', [{ kind: 'cell', id: jointId(student, id), to: { value: { points: '1' } } }])
    const free = actOf(records, 'type', [
      { kind: 'cell', id: jointId(students[2]!.id, assignment), to: { value: { points: '6' } } },
    ])
    const faults: unknown[] = []
    await handle.db.execute(sql`create function refuse_new() returns trigger language plpgsql as
      'begin if new.name = ''New'' then raise exception ''a fault of ours'' using errcode = ''P0001''; end if; return new; end'`)
    await handle.db.execute(
      sql`create trigger refuse_new before insert on assignments for each row execute function refuse_new()`,
    )
    const results = await takeActs(handle.db, sectionId, teacherId, [stumbling, resting, free], {}, (error) =>
      faults.push(error),
    )
    await handle.db.execute(sql`drop trigger refuse_new on assignments`)
    expect(results).toMatchObject([
      { id: make.id, later: true },
      { id: resting.id, later: true },
      { id: free.id, outcomes: [{ done: 'applied' }] },
    ])
    expect(faults).toHaveLength(1)
    // Sent again when the fault is mended, both are taken.
    expect(await takeActs(handle.db, sectionId, teacherId, [stumbling, resting])).toMatchObject([
      { outcomes: [{ done: 'applied' }] },
      { outcomes: [{ done: 'applied' }] },
    ])
  })

  it('text is made fit to be kept: NUL goes, half a pair becomes a mark', async () => {
    await take('note', [{ kind: 'cell', id: jointId(student, assignment), to: { note: 'a\0b \ud83d c 😀' } }])
    expect((await snapshot()).records.cell[jointId(student, assignment)]!.note).toBe('ab \ufffd c 😀')
  })

  it.each([['a/b/c'], ['a'], ['a//b'], ['constructor/x'], ['x'.repeat(9000)], ['a\0/b']])(
    'a joint id has one shape: %j is none',
    async (id) => {
      const act = { ...actOf((await snapshot()).records, 'type', [score('1')]) }
      act.changes = [{ ...act.changes[0]!, id }] as Act['changes']
      expect(await takeActs(handle.db, sectionId, teacherId, [act])).toMatchObject([
        { rejected: { code: 'unreadable' } },
      ])
    },
  )
})

describe('the writing of one text in one sitting', () => {
  const note = async (text: string, sitting: string) => {
    const act = {
      ...actOf((await snapshot()).records, 'note', [
        { kind: 'cell', id: jointId(student, assignment), to: { note: text } },
      ]),
      sitting,
    }
    return { act, taken: (await takenActs(handle.db, sectionId, teacherId, [act]))[0]! }
  }
  const lines = async () =>
    (await historyOf(handle.db, sectionId, 'cell', jointId(student, assignment))).filter((each) => 'note' in each.to)

  it('is one line of the journal, from where it began, and every part of it is taken once', async () => {
    await note('', crypto.randomUUID())
    const before = await lines()
    const sitting = crypto.randomUUID()
    const first = await note('As', sitting)
    const second = await note('Ask for', sitting)
    const third = await note('Ask for the drawing', sitting)
    const after = await lines()
    expect(after).toHaveLength(before.length + 1)
    expect(after[0]).toMatchObject({ from: { note: '' }, to: { note: 'Ask for the drawing' } })
    expect(third.taken.seq).toBeGreaterThan(second.taken.seq)
    // Sent again after a lost answer, each is what it was.
    const again = await takenActs(handle.db, sectionId, teacherId, [first.act, second.act, third.act])
    expect(again.map((each) => each.outcomes)).toEqual([first, second, third].map(({ taken }) => taken.outcomes))
    expect(await lines()).toHaveLength(before.length + 1)
  })

  it('ends where something else happened to the text', async () => {
    const sitting = crypto.randomUUID()
    await note('One', sitting)
    await note('Somebody else', crypto.randomUUID())
    const count = (await lines()).length
    await note('One more', sitting)
    expect(await lines()).toHaveLength(count + 1)
  })
})

describe('when an act was made', () => {
  const now = new Date('2026-11-25T12:00:00Z')
  it('is told by the server’s clock: what the sender’s is wrong by is taken off', () => {
    // Three days behind: made ten minutes before it was sent.
    expect(madeAt('2026-11-22T11:50:00Z', { now, sentAt: '2026-11-22T12:00:00Z' })).toEqual(
      new Date('2026-11-25T11:50:00Z'),
    )
    expect(madeAt('2028-11-25T12:00:00Z', { now, sentAt: '2028-11-25T12:00:30Z' })).toEqual(
      new Date('2026-11-25T11:59:30Z'),
    )
  })
  it('is never in the future nor before the product', () => {
    expect(madeAt('2028-01-01T00:00:00Z', { now })).toEqual(now)
    expect(madeAt('1970-01-01T00:00:00Z', { now })).toEqual(now)
    expect(madeAt('2026-11-20T08:00:00Z', { now })).toEqual(new Date('2026-11-20T08:00:00Z'))
  })
})

describe('declaring a period', () => {
  it('keeps grades and remarks as they are then', async () => {
    const { periods } = await snapshot()
    const q2 = periods.find((each) => each.title === 'Quarter 2')!.id
    await take('type', [score('11')])
    await take('remark', [{ kind: 'remark', id: jointId(student, q2), to: { text: 'Ready.' } }])
    await take('declare', [{ kind: 'declaration', id: q2, to: { declared: true } }])
    await take('type', [score('0')])
    const kept = (await snapshot()).declared[q2]!.find((each) => each.studentId === student)!
    expect(kept).toMatchObject({ remark: 'Ready.', overridden: false })
    expect(Number(kept.percent)).toBeGreaterThan(50)
    await take('reopen', [{ kind: 'declaration', id: q2, to: { declared: false, reason: 'A score came late' } }])
    expect((await snapshot()).declared[q2]).toBeUndefined()
    await take('declare', [{ kind: 'declaration', id: q2, to: { declared: true, reason: '' } }])
    expect((await snapshot()).declared[q2]!.find((each) => each.studentId === student)!.percent).not.toBe(kept.percent)
  })
})

describe('history', () => {
  it('says who, when, by which act, from what to what, newest first', async () => {
    await take('type', [score('6')])
    await take('mark', [{ ...score(null), to: { marks: ['absent'] } }])
    const [mark, type] = await historyOf(handle.db, sectionId, 'cell', jointId(student, assignment))
    expect(mark).toMatchObject({ act: 'mark', by: 'Marit Okafor-Lindgren', to: { marks: ['absent'] } })
    expect(type).toMatchObject({ act: 'type', to: { value: { points: '6' } } })
  })
  it('leaves out what was not applied', async () => {
    const all = await historyOf(handle.db, sectionId, 'cell', jointId(student, assignment))
    expect(all.some((each) => (each.to.value as { points?: string } | undefined)?.points === '1')).toBe(false)
  })
})
