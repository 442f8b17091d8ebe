import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { Grades } from '#core/grading/grades'
import { neededFor } from '#core/grading/needed'
import { describeCategory, describeCoursePoints, describeMarks, describeParent, describeRounding } from '~/words/plan'
import { workLines } from '~/words/work-lines'
import { categoriesOf, planOf } from '#core/plan/rules'
import { plainly } from '#core/number/plain'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'
import { compare, HUNDRED, ofDecimal, ratio, sum } from '#core/number/ratio'
import { put } from '#core/records'

const aQuarter = () =>
  aClass({
    categories: { Investigations: '45', Checks: '30', Notes: '25' },
    assignments: {
      Rocks: { categoryId: 'Investigations', points: '10' },
      Delta: { categoryId: 'Investigations', points: '25', multiplier: '2' },
      'Check 1': { categoryId: 'Checks', points: '40' },
      'Check 2': { categoryId: 'Checks', points: '20' },
      Trip: { categoryId: 'Checks', points: '20', counts: false },
    },
    scores: {
      ann: {
        Rocks: '9',
        Delta: { value: null, marks: ['missing'] },
        'Check 1': '30',
        'Check 2': { value: { label: 'B' } },
        Trip: '3',
      },
    },
  })
const lines = (snapshot: ClassSnapshot, periodId = 'q2') =>
  workLines(snapshot, new Grades(snapshot).work('ann', periodId)).map((each) =>
    [each.text, each.figure, each.note].filter(Boolean).join(' | '),
  )

describe('shown work', () => {
  it('goes from the categories down to the scores and up to the grade, in words', () => {
    const snapshot = aQuarter()
    snapshot.records.category.Checks!.dropCount = 1
    expect(lines(snapshot)).toEqual([
      'Investigations | 15 % | 9 of 60 points; weight 45, acts as 60.0 of 100',
      'Delta | 0 of 25 | missing: counts as 0; times 2; 50.0 of every 100',
      'Rocks | 9 of 10 | 10.0 of every 100',
      'Checks | 85 % | 17 of 20 points; weight 30, acts as 40.0 of 100; one dropped, lowest percent',
      'Check 1 | (30 of 40) | dropped: lowest percent',
      'Check 2 | 17 of 20 | B is worth 17; 40.0 of every 100',
      'Trip | 3 | set to count in no grade',
      'Notes | none | no scores yet; weight 25',
      'Notes has no result yet; its weight of 25 is shared out among the others.',
      'Quarter 2 | 43.0 F',
    ])
  })
  it('says how a longer period is composed, and which child is left out or given by hand', () => {
    const snapshot = aQuarter()
    put(snapshot.records, 'override', jointId('ann', 'q2'), {
      percent: '80',
      label: 'B-',
      reason: 'redone',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    expect(lines(snapshot, 'year')).toEqual([
      'Quarter 1 | none | no grade yet: left out; weight 40',
      'Quarter 2 | 80.0 B- | given by hand, computed 40.3 F; enters as 80; weight 40, acts as 100.0 of 100',
      'Year | 80.0 B-',
    ])
    expect(lines(snapshot).slice(-2)).toEqual([
      'Quarter 2, computed | 40.3 F | rounded halves up from 40.333…',
      'Given by hand | 80.0 B-',
    ])
  })
  it('says where it was capped, rounded from, and rounded twice', () => {
    const snapshot = aClass({
      plan: { places: 0, cap: '100', parents: { year: { rule: 'compose', weights: {}, enters: 'displayed' } } },
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a', dueOn: '2026-09-10', points: '3' }, y: { categoryId: 'a' } },
      scores: { ann: { x: '4', y: '94.5' } },
    })
    expect(lines(snapshot, 'q1').slice(-2)).toEqual(['Capped at 100, from 133.333….', 'Quarter 1 | 100 A'])
    expect(lines(snapshot, 'year')).toContain('Rounded twice: entered unrounded, the same periods make 97 A.')
    expect(lines(snapshot, 'q2').at(-1)).toBe('Quarter 2 | 95 A | rounded halves up from 94.5')
    // A cap that both meet leaves nothing to be seen of it.
    snapshot.records.plan.class!.cap = '90'
    expect(lines(snapshot, 'year').join()).not.toContain('Rounded twice')
    snapshot.records.plan.class!.cap = '100'
    put(snapshot.records, 'override', jointId('ann', 'year'), {
      percent: '91',
      label: null,
      reason: '',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    // Under an override the computed grade is still shown.
    expect(lines(snapshot, 'year').join()).toContain('Rounded twice')
  })
  it('keeps the one assignment of an exam window, which no category drops', () => {
    const snapshot = aClass({
      categories: { Tests: '100' },
      assignments: { Final: { categoryId: 'Tests', points: '50' } },
      scores: { ann: { Final: '45' } },
    })
    snapshot.periods[2]!.kind = 'exam'
    Object.assign(snapshot.records.category.Tests!, { dropCount: 1 })
    const work = new Grades(snapshot).work('ann', 'q2')
    expect(work.effective?.percent).toBe('90.0')
    expect(lines(snapshot, 'q2').join()).not.toContain('dropped')
    expect(lines(snapshot, 'q2')).toContain('Final | 45 of 50 | 100.0 of every 100')
  })
  it('says why there is none', () => {
    const snapshot = aQuarter()
    snapshot.records.plan.class!.method = 'none'
    expect(lines(snapshot)).toEqual(['The plan says that no grade is computed here.', 'Quarter 2 | no grade yet'])
  })
  it('the shares of every kept score come to 100, whatever the method and basis', () => {
    const points = fc.integer({ min: 1, max: 40 }).map(String)
    fc.assert(
      fc.property(
        fc.array(fc.record({ earned: points, possible: points, category: fc.constantFrom('a', 'b') }), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.constantFrom('categories' as const, 'points' as const, 'assignments' as const),
        fc.constantFrom('points' as const, 'equal' as const),
        (items, method, basis) => {
          const snapshot = aClass({
            plan: { method },
            categories: { a: '70', b: '20' },
            assignments: Object.fromEntries(
              items.map((each, at) => [`i${at}`, { categoryId: each.category, points: each.possible }]),
            ),
            scores: { ann: Object.fromEntries(items.map((each, at) => [`i${at}`, each.earned])) },
          })
          snapshot.records.category.a!.basis = basis
          const { how } = new Grades(snapshot).work('ann', 'q2')
          if (how.made !== 'of assignments') throw new Error('a quarter is made of assignments')
          const shares = how.categories.flatMap((each) => each.items.flatMap((item) => item.of100 ?? []))
          expect(compare(sum(shares), HUNDRED)).toBe(0)
        },
      ),
    )
  })
})

describe('what a score would have to be', () => {
  it('is the least that reaches the label, and one half less does not', () => {
    const snapshot = aQuarter()
    const needed = neededFor(snapshot, 'ann', 'q2', 'Delta', 'C')!
    expect(needed).toEqual({ points: '16.5' })
    const label = (points: string) => {
      put(snapshot.records, 'cell', jointId('ann', 'Delta'), {
        value: { points },
        marks: [],
        note: '',
        noteFor: 'teacher',
        meant: '',
      })
      return new Grades(snapshot).of('ann', 'q2').computed!.label
    }
    expect([label('16.5'), label('16')]).toEqual(['C', 'C-'])
  })
  it('may be out of reach, or have no part in the grade', () => {
    const snapshot = aQuarter()
    expect(neededFor(snapshot, 'ann', 'q2', 'Check 2', 'A')).toEqual({ enough: false })
    expect(neededFor(snapshot, 'ann', 'q2', 'Trip', 'A')).toBeNull()
  })
  it('leaves the records as they were', () => {
    const snapshot = aQuarter()
    const before = JSON.stringify(snapshot)
    neededFor(snapshot, 'ann', 'q2', 'Delta', 'A')
    expect(JSON.stringify(snapshot)).toBe(before)
  })
})

describe('a plan said back', () => {
  it('each category in one sentence', () => {
    const snapshot = aQuarter()
    const [investigations, checks, notes] = categoriesOf(snapshot)
    const said = (category: typeof checks) => describeCategory(category!, planOf(snapshot), 100)
    expect(said({ ...checks!, dropCount: 1 })).toBe('Checks is 30 of 100, by points; the lowest one is dropped.')
    expect(said({ ...checks!, dropCount: 2, dropRule: 'best for the student', keepOne: true })).toBe(
      'Checks is 30 of 100, by points; the two that help most when gone are dropped, never the only one.',
    )
    expect(said({ ...notes!, extraCredit: true, weight: '5' })).toBe('Notes adds up to 5 points to the grade.')
    expect(said({ ...investigations!, basis: 'equal' })).toBe('Investigations is 45 of 100, every item alike.')
  })
  it('rounding, marks, longer periods and course-level points', () => {
    const snapshot = aQuarter()
    const plan = planOf(snapshot)
    expect(describeRounding(plan)).toBe(
      'Grades show one place, halves go up. The label is that of the grade as shown. Grades above 100 stand.',
    )
    expect(describeMarks({ missingCountsAs: '50', incompleteCountsAs: 'nothing' })).toBe(
      'Missing work counts as 50 % of its points; incomplete work counts nothing until a score is given.',
    )
    expect(describeParent(snapshot, snapshot.periods[0]!)).toBe(
      'Year is made of Quarter 1 (40, acts as 50.0) and Quarter 2 (40, acts as 50.0); each enters unrounded.',
    )
    expect(describeCoursePoints(snapshot)).toBe('No points are added for the course level.')
  })
  it('fractions as a person reads them', () =>
    expect([ratio(266, 3), ofDecimal('92.5'), ratio(40, 1)].map(plainly)).toEqual(['88.666…', '92.5', '40']))
})
