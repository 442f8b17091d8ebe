import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { mean as meanOf, median as medianOf } from 'simple-statistics'
import { mean, median, middleHalf, spreadOf, worthsOf } from '#core/grading/spread'
import { trendOf } from '#core/grading/trend'
import { assignmentsOf } from '#core/plan/rules'
import { ofDecimal } from '#core/number/ratio'
import type { Rounding } from '#core/number/round'
import { aClass } from '../support/class'

const how: Rounding = { places: 2, rounding: 'half up' }
const known = (value: number) => ofDecimal(String(value))

describe('how scores lie', () => {
  it('mean and median are those of a statistics package (simple-statistics)', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 40 }), (quarters) => {
        const values = quarters.map((each) => each / 4)
        // Ours is rounded once, to two places.
        expect(Math.abs(Number(mean(values.map(known), how)) - meanOf(values))).toBeLessThanOrEqual(0.005 + 1e-9)
        expect(Math.abs(Number(median(values.map(known), how)) - medianOf(values))).toBeLessThanOrEqual(0.005 + 1e-9)
      }),
    ))
  it('the middle half of an odd number leaves the middle one out of both halves', () => {
    // Common practice in schools ("exclusive" quartiles), from memory: of 6 7 15 36 39 40 41 42 43 47 49 they are 15 and 43.
    const values = [6, 7, 15, 36, 39, 40, 41, 42, 43, 47, 49]
    expect(middleHalf(values.map(known), how)).toEqual(['15.00', '43.00'])
    // Of an even number the halves are whole: 7 15 36 39 40 41 has 15 and 40.
    expect(middleHalf([41, 7, 40, 15, 39, 36].map(known), how)).toEqual(['15.00', '40.00'])
  })
  it('is not said of fewer than four', () => expect(middleHalf([1, 2, 3].map(known), how)).toBeNull())
  it('counts in tenths of the points possible, full points in the last and bonus after it, excused in none', () => {
    const snapshot = aClass({
      assignments: { quiz: { points: '20' } },
      scores: {
        a: { quiz: '20' },
        b: { quiz: '21' },
        c: { quiz: '1.9' },
        d: { quiz: '2' },
        e: { quiz: { value: { percent: '85' } } },
        f: { quiz: { value: { points: '3' }, marks: ['excused'] } },
        g: {},
      },
    })
    const spread = spreadOf(worthsOf(snapshot, assignmentsOf(snapshot)[0]!))
    expect(spread.count).toBe(5)
    expect(spread.tenths).toEqual([1, 1, 0, 0, 0, 0, 0, 0, 1, 1, 1])
    expect([spread.lowest, spread.highest]).toEqual(['1.9', '21.0'])
  })
  it('is empty without scores', () => expect(spreadOf([])).toMatchObject({ count: 0, mean: null, lowest: null }))
})

describe('how a grade came about', () => {
  it('has a point after each due date, of the work due until then', () => {
    const snapshot = aClass({
      categories: { tests: '100' },
      assignments: {
        first: { categoryId: 'tests', dueOn: '2026-11-05' },
        second: { categoryId: 'tests', dueOn: '2026-11-12' },
        later: { categoryId: 'tests', dueOn: '2026-12-01' },
      },
      scores: { ann: { first: '60', second: '100', later: '0' } },
    })
    const points = trendOf(snapshot, snapshot.students[0]!, snapshot.periods[2]!, '2026-11-20')
    expect(points.map(({ date, percent }) => [date, percent])).toEqual([
      ['2026-11-05', '60.0'],
      ['2026-11-12', '80.0'],
    ])
  })
})
