import { describe, expect, it } from 'vitest'
import { jointId } from '#core/acts/records'
import { looseEnds } from '#core/looseends'
import { aClass } from '../support/class'

const codes = (snapshot: ReturnType<typeof aClass>) => looseEnds(snapshot).map((each) => each.code)

describe('loose ends', () => {
  it('are none in a class that is in order', () => {
    expect(codes(aClass({ categories: { a: '100' }, assignments: { x: { categoryId: 'a' } } }))).toEqual([])
  })
  it('an assignment outside every period, or without a date', () => {
    const snapshot = aClass({
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a', dueOn: '2026-10-31' }, y: { categoryId: 'a', dueOn: null } },
    })
    expect(codes(snapshot)).toEqual(['no-period', 'no-period'])
    expect(looseEnds(snapshot)[0]!.mend).toEqual({ view: 'gradebook', assignmentId: 'x' })
  })
  it('an assignment without a category, or with one that is gone', () => {
    expect(
      codes(aClass({ categories: { a: '100' }, assignments: { x: { categoryId: null }, y: { categoryId: 'gone' } } })),
    ).toEqual(['no-category', 'no-category'])
  })
  it('weights that do not come to 100, in thousandths and not in doubles', () => {
    expect(codes(aClass({ categories: { a: '45', b: '30' } }))).toEqual(['weights'])
    expect(codes(aClass({ categories: { a: '33.3', b: '33.3', c: '33.4' } }))).toEqual([])
    expect(codes(aClass({ plan: { method: 'points' }, categories: { a: '45' } }))).toEqual([])
  })
  it('an override whose halves do not agree', () => {
    const snapshot = aClass({ categories: { a: '100' }, scores: { ann: {} } })
    snapshot.records.override[jointId('ann', 'q2')] = { percent: '80', label: 'A', reason: '' }
    expect(codes(snapshot)).toEqual(['override'])
  })
})
