/** @module-tag engine */
import { SHAPE } from '#core/kinds'
import { eq, sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inverse } from '#core/acts/apply'
import { jointId } from '#core/kind'
import { find, noRecords } from '#core/records'
import type { Act, Change } from '#core/acts/act'
import { journal } from '../../server/database/schema'
import { takeActs } from '../../server/services/acts'
import { actOf, type Desired, takenActs } from '../support/world'
import { inScoredClass, type ScoredClass } from '../support/scored-class'

const room = {} as ScoredClass
const { begin, assignment, category, snapshot, take, score, scoreNow } = inScoredClass(room)
beforeAll(begin)
afterAll(() => room.handle.close())

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
      expect(find((await snapshot()).records, 'cell', jointId(room.student, assignment))).toEqual({
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
    const again = await takenActs(room.handle.db, room.sectionId, room.teacherId, [act, act])
    expect(again.map((each) => each.outcomes)).toEqual([outcomes, outcomes])
    expect(await scoreNow()).toEqual({ points: '4' })
    expect(await room.handle.db.select().from(journal).where(eq(journal.id, act.id))).toHaveLength(1)
  })

  it('is not another person’s with the same number', async () => {
    const { act } = await take('type', [score('5')])
    expect(await takeActs(room.handle.db, room.sectionId, 'somebody-else', [act])).toMatchObject([
      { id: act.id, rejected: { code: 'act-of-another' } },
    ])
  })

  it('does not go over what was changed meanwhile, change by change', async () => {
    const { records } = await snapshot()
    const other = jointId((await snapshot()).students[1]!.id, assignment)
    const stale = actOf(records, 'paste', [score('1'), { kind: 'cell', id: other, to: { value: { points: '2' } } }])
    await take('type', [score('10')])
    const [taken] = await takenActs(room.handle.db, room.sectionId, room.teacherId, [stale])
    expect(taken!.outcomes).toEqual([{ done: 'conflict', present: { value: { points: '10' } } }, { done: 'applied' }])
    expect(await scoreNow()).toEqual({ points: '10' })
    expect(find((await snapshot()).records, 'cell', other)?.value).toEqual({ points: '2' })
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
    expect((await takenActs(room.handle.db, room.sectionId, room.teacherId, [undo]))[0]!.outcomes).toEqual([
      { done: 'applied' },
    ])
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
    ['an assignment', () => ({ kind: 'cell', id: jointId(room.student, 'nothing'), to: { value: { points: '1' } } })],
    [
      'a category',
      () => ({ kind: 'assignment', id: crypto.randomUUID(), to: { categoryId: 'nothing', removed: false } }),
    ],
    ['a standard', () => ({ kind: 'evidence', id: jointId(room.student, assignment, 'nothing'), to: { level: '3' } })],
    ['a tagged standard', () => ({ kind: 'assignment', id: assignment, to: { standardIds: ['nothing'] } })],
    ['a period', () => ({ kind: 'override', id: jointId(room.student, 'never'), to: { percent: '80' } })],
    ['a declared period', () => ({ kind: 'declaration', id: 'never', to: { declared: true } })],
    ['a remark', () => ({ kind: 'remark', id: jointId('nobody', 'never'), to: { text: 'x' } })],
    ['another plan', () => ({ kind: 'plan', id: 'other', to: { places: 0 } })],
  ])('%s', async (_, desired) => {
    const act = actOf(noRecords(), 'paste', [desired()])
    const [taken] = await takenActs(room.handle.db, room.sectionId, room.teacherId, [act])
    expect(taken!.outcomes[0]!.done).toBe('refused')
  })
})

describe('acts are answered one by one', () => {
  const other = () => ({
    kind: 'cell' as const,
    id: jointId(room.student, assignment),
    to: { note: crypto.randomUUID() },
  })
  it('one that cannot be read is rejected with the field, and takes none of the others down', async () => {
    const { records } = await snapshot()
    const good = actOf(records, 'note', [other()])
    const poisoned = actOf(records, 'note', [other()])
    ;(poisoned.changes[0]!.to as Record<string, unknown>).points = { never: 'so' }
    const last = actOf((await snapshot()).records, 'plan', [{ kind: 'plan', id: room.sectionId, to: { places: 2 } }])
    const results = await takeActs(room.handle.db, room.sectionId, room.teacherId, [good, poisoned, last])
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
    const resting = actOf(records, 'type', [
      { kind: 'cell', id: jointId(room.student, id), to: { value: { points: '1' } } },
    ])
    const free = actOf(records, 'type', [
      { kind: 'cell', id: jointId(students[2]!.id, assignment), to: { value: { points: '6' } } },
    ])
    const faults: unknown[] = []
    await room.handle.db.execute(sql`create function refuse_new() returns trigger language plpgsql as
      'begin if new.name = ''New'' then raise exception ''a fault of ours'' using errcode = ''P0001''; end if; return new; end'`)
    await room.handle.db.execute(
      sql`create trigger refuse_new before insert on assignments for each row execute function refuse_new()`,
    )
    const results = await takeActs(
      room.handle.db,
      room.sectionId,
      room.teacherId,
      [stumbling, resting, free],
      {},
      (error) => faults.push(error),
    )
    await room.handle.db.execute(sql`drop trigger refuse_new on assignments`)
    expect(results).toMatchObject([
      { id: make.id, later: true },
      { id: resting.id, later: true },
      { id: free.id, outcomes: [{ done: 'applied' }] },
    ])
    expect(faults).toHaveLength(1)
    // Sent again when the fault is mended, both are taken.
    expect(await takeActs(room.handle.db, room.sectionId, room.teacherId, [stumbling, resting])).toMatchObject([
      { outcomes: [{ done: 'applied' }] },
      { outcomes: [{ done: 'applied' }] },
    ])
  })

  it('text is made fit to be kept: NUL goes, half a pair becomes a mark', async () => {
    await take('note', [{ kind: 'cell', id: jointId(room.student, assignment), to: { note: 'a\0b \ud83d c 😀' } }])
    expect(find((await snapshot()).records, 'cell', jointId(room.student, assignment))!.note).toBe('ab \ufffd c 😀')
  })

  it.each([['a/b/c'], ['a'], ['a//b'], ['constructor/x'], ['x'.repeat(9000)], ['a\0/b']])(
    'a joint id has one shape: %j is none',
    async (id) => {
      const act = { ...actOf((await snapshot()).records, 'type', [score('1')]) }
      act.changes = [{ ...act.changes[0]!, id }] as Act['changes']
      expect(await takeActs(room.handle.db, room.sectionId, room.teacherId, [act])).toMatchObject([
        { rejected: { code: 'unreadable' } },
      ])
    },
  )
})
