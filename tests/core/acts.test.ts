import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { act, change, type Change } from '#core/acts/act'
import { applyChange, changeTo, inverse, checkPrecondition } from '#core/acts/apply'
import { same } from '#core/same'
import { blanks, schemas, type Kind } from '#core/kinds'
import { jointId, partsOf } from '#core/kind'
import { noRecords, record } from '#core/records'

const cell = (records: ReturnType<typeof noRecords>, points: string) =>
  changeTo(records, 'cell', 's/a', { value: { points } })!

describe('a change', () => {
  it('names only the fields that move', () => {
    const records = noRecords()
    expect(changeTo(records, 'cell', 's/a', { value: { points: '8' }, note: '' })).toEqual({
      kind: 'cell',
      id: 's/a',
      from: { value: null },
      to: { value: { points: '8' } },
    })
    expect(changeTo(records, 'cell', 's/a', { note: '' })).toBeNull()
  })
  it('is undone by its inverse, whatever came in one row', () => {
    const points = fc.integer({ min: 0, max: 100 }).map(String)
    fc.assert(
      fc.property(fc.array(points, { minLength: 1, maxLength: 12 }), (typed) => {
        const records = noRecords()
        const changes: Change[] = []
        for (const each of typed) {
          const next = changeTo(records, 'cell', 's/a', { value: { points: each } })
          if (!next) continue
          applyChange(records, next)
          changes.push(next)
        }
        for (const each of changes.reverse()) {
          const back = inverse(each)
          expect(checkPrecondition(record(records, 'cell', 's/a'), back).done).toBe('applied')
          applyChange(records, back)
        }
        expect(record(records, 'cell', 's/a')).toEqual(blanks.cell)
      }),
    )
  })
  it('does not go over what somebody else did meanwhile', () => {
    const mine = cell(noRecords(), '8')
    expect(checkPrecondition({ ...blanks.cell, value: { points: '9' } }, mine)).toEqual({
      done: 'conflict',
      present: { value: { points: '9' } },
    })
  })
  it('is content when the record is as wanted already', () =>
    expect(checkPrecondition({ ...blanks.cell, value: { points: '8' } }, cell(noRecords(), '8')).done).toBe('applied'))
  it('leaves other fields to others', () => {
    const noted = { ...blanks.cell, note: 'ill', marks: ['late' as const] }
    expect(checkPrecondition(noted, cell(noRecords(), '8')).done).toBe('applied')
  })
})

describe('what enters', () => {
  const good = {
    id: crypto.randomUUID(),
    kind: 'type',
    at: '2026-11-25T10:00:00.000Z',
    changes: [cell(noRecords(), '8')],
  }
  it('is taken when it is whole', () => expect(act.safeParse(good).success).toBe(true))
  it.each([
    ['no changes', { ...good, changes: [] }],
    ['an unknown kind', { ...good, kind: 'magic' }],
    ['no id', { ...good, id: '7' }],
    [
      'fields before that are not those after',
      { ...good, changes: [{ ...cell(noRecords(), '8'), from: { note: '' } }] },
    ],
    [
      'a field that no record has',
      { ...good, changes: [{ kind: 'cell', id: 's/a', from: { grade: 1 }, to: { grade: 2 } }] },
    ],
    [
      'negative points',
      { ...good, changes: [{ kind: 'cell', id: 's/a', from: { value: null }, to: { value: { points: '-1' } } }] },
    ],
    [
      'a number that is not in canonical form',
      { ...good, changes: [{ kind: 'cell', id: 's/a', from: { value: null }, to: { value: { points: '08' } } }] },
    ],
    [
      'a day that does not exist',
      { ...good, changes: [{ kind: 'assignment', id: 'a', from: { dueOn: null }, to: { dueOn: '2026-02-30' } }] },
    ],
  ])('is refused with %s', (_, broken) => expect(act.safeParse(broken).success).toBe(false))
  it('has a blank of every kind that its own schema takes', () => {
    for (const kind of Object.keys(schemas) as Kind[]) expect(schemas[kind].safeParse(blanks[kind]).success).toBe(true)
  })
  it('checks each change by its kind', () =>
    expect(change.safeParse({ kind: 'evidence', id: 'x', from: { level: null }, to: { level: 'high' } }).success).toBe(
      false,
    ))
})

describe('plain data', () => {
  it('is the same whatever the order of its keys', () => {
    expect(same({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1 })).toBe(true)
    expect(same({ a: 1 }, { a: 1, b: undefined })).toBe(false)
    expect(same([1], { 0: 1 })).toBe(false)
    expect(same(null, {})).toBe(false)
  })
  it('joins and parts ids', () => expect(partsOf(jointId('s', 'a', 'std'))).toEqual(['s', 'a', 'std']))
})
