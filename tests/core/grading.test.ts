import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import type { ClassSnapshot } from '#core/section'
import type { Category } from '#core/plan/category'
import type { Plan } from '#core/plan/plan'
import { Grades, type StudentGrade } from '#core/grading/grades'
import { classMean } from '#core/grading/section'
import { round } from '#core/number/round'
import { aClass, one } from '../support/class'
const grade = (snapshot: ClassSnapshot, id: string): StudentGrade => new Grades(snapshot).of(id, 'q2')
const shown = (snapshot: ClassSnapshot, id = 'ann') => grade(snapshot, id).effective?.percent ?? null

describe('category weights', () => {
  // Facts of the trade (common practice): tests 70, quizzes 20, class work 10 with no class work.
  const trade = aClass({
    categories: { tests: '70', quizzes: '20', classwork: '10' },
    assignments: { t: { categoryId: 'tests' }, q: { categoryId: 'quizzes' } },
    scores: {
      ann: { t: '100', q: '95' },
      ben: { t: '95', q: '95' },
      cai: { t: '45', q: '90' },
      dov: { t: '78', q: '78' },
    },
  })
  it.each([
    ['ann', '98.9'],
    ['ben', '95.0'],
    ['cai', '55.0'],
    ['dov', '78.0'],
  ])('shares out the weight of an empty category: %s has %s', (id, percent) => {
    expect(shown(trade, id)).toBe(percent)
  })
  it('makes the class mean of exact grades, rounded once: 82 (common practice)', () => {
    const mean = () => classMean(trade, (id) => grade(trade, id), '2026-11-25')
    expect(mean()).toBe('81.7')
    trade.records.plan.class!.places = 0
    expect(mean()).toBe('82')
  })
  it('takes 100 and 100 as half each (common practice)', () => {
    const both = aClass({
      categories: { a: '100', b: '100' },
      assignments: { x: { categoryId: 'a' }, y: { categoryId: 'b' } },
      scores: { ann: { x: '80', y: '90' } },
    })
    expect(shown(both)).toBe('85.0')
  })
  it('gives no grade where no weighted category has a result', () => {
    const zero = aClass({
      categories: { a: '0' },
      assignments: { x: { categoryId: 'a' } },
      scores: { ann: { x: '80' } },
    })
    expect(shown(zero)).toBeNull()
    expect(grade(zero, 'ann').categories.get('a')?.percent).toBe('80.0')
  })
  it('counts an item without a category nowhere, and under total points it does', () => {
    const stray = one(
      { ann: { a: '80', b: '40' } },
      { assignments: { a: { categoryId: 'tests' }, b: { categoryId: null } } },
    )
    expect(shown(stray)).toBe('80.0')
    stray.records.plan.class!.method = 'points'
    expect(shown(stray)).toBe('60.0')
  })
})

describe('points', () => {
  it('6 of 6 and 60 of 100 are 62.26 % (common practice)', () => {
    const snapshot = one(
      { ann: { a: '6', b: '60' } },
      { plan: { places: 2 }, assignments: { a: { categoryId: 'tests', points: '6' }, b: { categoryId: 'tests' } } },
    )
    expect(shown(snapshot)).toBe('62.26')
  })
  it('a 25-point quiz times 4 weighs as 100, 10 points times 1.5 as 15 (common practice)', () => {
    const times = (points: string, multiplier: string, plain: string) => {
      const scaled = one(
        { ann: { a: points, b: '50' } },
        { assignments: { a: { categoryId: 'tests', points, multiplier }, b: { categoryId: 'tests' } } },
      )
      const written = one(
        { ann: { a: plain, b: '50' } },
        { assignments: { a: { categoryId: 'tests', points: plain }, b: { categoryId: 'tests' } } },
      )
      expect(shown(scaled)).toBe(shown(written))
    }
    times('25', '4', '100')
    times('10', '1.5', '15')
  })
  it('counts a bonus above the maximum', () => expect(shown(one({ ann: { a: '110' } }))).toBe('110.0'))
  it('takes zero-possible items as pure extra credit, and alone as no grade', () => {
    const assignments = { a: { categoryId: 'tests', points: '0' }, b: { categoryId: 'tests' } }
    expect(shown(one({ ann: { a: '5', b: '80' } }, { assignments }))).toBe('85.0')
    expect(shown(one({ ann: { a: '5' } }, { assignments }))).toBeNull()
  })
  it('takes a percent or a label as that share of the points possible', () => {
    expect(shown(one({ ann: { a: { value: { percent: '85' } } } }))).toBe('85.0')
    expect(shown(one({ ann: { a: { value: { label: 'B' } } } }))).toBe('85.0')
    expect(shown(one({ ann: { a: { value: { label: 'Q' } } } }))).toBeNull()
  })
  it('leaves out what does not count', () => {
    expect(
      shown(
        one(
          { ann: { a: '80', b: '0' } },
          { assignments: { a: { categoryId: 'tests' }, b: { categoryId: 'tests', counts: false } } },
        ),
      ),
    ).toBe('80.0')
  })
})

describe('marks', () => {
  it('missing hurts, excused and incomplete do not (common practice)', () => {
    expect(shown(one({ ann: { a: '80', b: { marks: ['missing'] } } }))).toBe('40.0')
    expect(shown(one({ ann: { a: '80', b: { marks: ['excused'] } } }))).toBe('80.0')
    expect(shown(one({ ann: { a: '80', b: { marks: ['incomplete'] } } }))).toBe('80.0')
  })
  it('excused counts nothing, also with a value', () =>
    expect(shown(one({ ann: { a: '80', b: { value: { points: '0' }, marks: ['excused'] } } }))).toBe('80.0'))
  it('a value counts, whatever its other marks', () =>
    expect(shown(one({ ann: { a: '80', b: { value: { points: '60' }, marks: ['late', 'missing'] } } }))).toBe('70.0'))
  it('absent, late and blank count nothing', () =>
    expect(shown(one({ ann: { a: '80', b: { marks: ['late', 'absent'] } } }))).toBe('80.0'))
  it('missing counts as the plan says', () => {
    const scores = { ann: { a: '80', b: { marks: ['missing' as const] } } }
    expect(shown(one(scores, { plan: { missingCountsAs: '50' } }))).toBe('65.0')
    expect(shown(one(scores, { plan: { missingCountsAs: null } }))).toBe('80.0')
  })
  it('nothing counts against a student who was not there, and a score that was given does', () => {
    const students = [{ id: 'ann', spans: [{ firstDay: '2026-11-15', lastDay: null }] }]
    expect(shown(one({ ann: { b: { marks: ['missing'] }, a: '90' } }, { students }))).toBe('90.0')
    expect(shown(one({ ann: { b: { marks: ['missing'] } } }, { students }))).toBeNull()
    const onTheDay = [{ id: 'ann', spans: [{ firstDay: '2026-11-10', lastDay: '2026-11-10' }] }]
    expect(shown(one({ ann: { b: { marks: ['missing'] } } }, { students: onTheDay }))).toBe('0.0')
  })
})

describe('exactness', () => {
  it('shows what exact fractions give, whatever the points and weights', () => {
    const decimal = (max: number) => fc.integer({ min: 0, max: max * 1000 }).map((n) => String(n / 1000))
    const item = fc.record({
      earned: decimal(120),
      possible: fc.integer({ min: 1, max: 200 }).map(String),
      category: fc.constantFrom('x', 'y'),
      multiplier: fc.constantFrom('1', '0.5', '1.5', '4'),
    })
    fc.assert(
      fc.property(
        fc.array(item, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(0, 1, 2),
        decimal(100),
        (items, places, weight) => {
          const snapshot = aClass({
            plan: { places: places as 0 | 1 | 2 },
            categories: { x: weight, y: '37.5' },
            assignments: Object.fromEntries(
              items.map((each, at) => [
                `i${at}`,
                { categoryId: each.category, points: each.possible, multiplier: each.multiplier },
              ]),
            ),
            scores: { ann: Object.fromEntries(items.map((each, at) => [`i${at}`, each.earned])) },
          })
          expect(shown(snapshot)).toBe(slowly(items, { x: weight, y: '37.5' }, places as 0 | 1 | 2))
        },
      ),
      { numRuns: 3000 },
    )
  })

  /** The same rule written another way: each category's points pooled as fractions of one whole. */
  function slowly(
    items: { earned: string; possible: string; category: string; multiplier: string }[],
    weights: Record<string, string>,
    places: 0 | 1 | 2,
  ): string | null {
    const present = Object.keys(weights).filter((category) => items.some((each) => each.category === category))
    const total = present.reduce((sum, category) => sum.add(weights[category]!), new Fraction(0))
    if (total.equals(0)) return null
    const part = (category: string, key: 'earned' | 'possible') =>
      items
        .filter((each) => each.category === category)
        .reduce((sum, each) => sum.add(new Fraction(each[key]).mul(each.multiplier)), new Fraction(0))
    const grade = present.reduce(
      (sum, category) =>
        sum.add(part(category, 'earned').div(part(category, 'possible')).mul(weights[category]!).div(total)),
      new Fraction(0),
    )
    return round(grade.mul(100), { places, rounding: 'half up' })
  }
})

describe('extra credit of a single item', () => {
  const extra = (plan: Partial<Plan>, more: Partial<Category> = {}) => {
    const snapshot = aClass({
      plan,
      categories: { c: '100' },
      assignments: {
        a: { categoryId: 'c', points: '10' },
        b: { categoryId: 'c', points: '40' },
        x: { categoryId: 'c', points: '10', extraCredit: true },
      },
      scores: { ann: { a: '8', b: '32', x: '5' } },
    })
    Object.assign(snapshot.records.category.c!, more)
    return new Grades(snapshot).of('ann', 'q2').computed?.percent
  }
  it('adds above and not below, by points and of equal items', () => {
    // (8 + 32 + 5) / 50, and (0.8 + 0.8 + 0.5) / 2.
    expect(extra({ method: 'points' })).toBe('90.0')
    expect(extra({ method: 'categories' })).toBe('90.0')
    expect(extra({ method: 'assignments' })).toBe('105.0')
    expect(extra({ method: 'categories' }, { basis: 'equal' })).toBe('105.0')
  })
  it('is never dropped', () => {
    // The lowest share is the extra item's 0.5; what goes is the smaller of the two at 0.8.
    expect(extra({ method: 'categories' }, { dropCount: 1 })).toBe('92.5')
  })
})

describe('very large figures', () => {
  it('a percent of nine million points and more is worth exactly that', () => {
    const snapshot = aClass({
      plan: { method: 'points', places: 2 },
      assignments: { a: { points: '90000000' }, b: { points: '0.003' } },
      scores: { ann: { a: { value: { percent: '92.455' } }, b: '0.003' } },
    })
    // (0.92455 x 90 000 000 + 0.003) / 90 000 000.003 is a little above 92.455 %.
    expect(new Grades(snapshot).of('ann', 'q2').computed?.percent).toBe('92.46')
  })
})
