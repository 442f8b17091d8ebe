import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import type { Category } from '#core/plan/category'
import type { Plan } from '#core/plan/plan'
import { Grades } from '#core/grading/grades'
import { toDouble } from '#core/number/ratio'
import { put } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'

/** What must hold of any grade, whoever's rules it is made by: a teacher would call a breach of these a wrong grade. */

const item = fc.record({
  earned: fc.integer({ min: 0, max: 40 }),
  possible: fc.integer({ min: 1, max: 40 }),
  category: fc.constantFrom('tests', 'notes'),
  multiplier: fc.constantFrom('1', '2', '0.5'),
})
const items = fc.array(item, { minLength: 2, maxLength: 8 })
const method = fc.constantFrom<Plan['method']>('categories', 'points', 'assignments')
const basis = fc.constantFrom<Category['basis']>('points', 'equal')

type Item = typeof item extends fc.Arbitrary<infer T> ? T : never
function gradebook(drawn: readonly Item[], plan: Partial<Plan>, rules: Partial<Category> = {}): ClassSnapshot {
  const snapshot = aClass({
    plan: { places: 2, ...plan },
    categories: { tests: '70', notes: '20' },
    assignments: Object.fromEntries(
      drawn.map((each, at) => [
        `i${at}`,
        { categoryId: each.category, points: String(each.possible), multiplier: each.multiplier },
      ]),
    ),
    scores: { ann: Object.fromEntries(drawn.map((each, at) => [`i${at}`, String(each.earned)])) },
  })
  for (const category of Object.values(snapshot.records.category)) Object.assign(category, rules)
  return snapshot
}
const gradeOf = (snapshot: ClassSnapshot) => {
  const { computed } = new Grades(snapshot).of('ann', 'q2')
  return computed && toDouble(computed.value)
}
const close = (a: number | null, b: number | null) =>
  a === null || b === null ? expect(a).toBe(b) : expect(a).toBeCloseTo(b, 9)

describe('any grade', () => {
  it('lies between the lowest and the highest of its shares', () => {
    fc.assert(
      fc.property(items, method, basis, (drawn, by, on) => {
        const shares = drawn.map((each) => (100 * each.earned) / each.possible)
        const grade = gradeOf(gradebook(drawn, { method: by }, { basis: on }))!
        expect(grade).toBeGreaterThanOrEqual(Math.min(...shares) - 1e-9)
        expect(grade).toBeLessThanOrEqual(Math.max(...shares) + 1e-9)
      }),
    )
  })
  it('is the share itself where all shares are equal, whatever the rules', () => {
    fc.assert(
      fc.property(items, method, basis, fc.integer({ min: 0, max: 2 }), (drawn, by, on, dropCount) => {
        const equal = drawn.map((each) => ({ ...each, earned: each.possible / 2 }))
        const grade = gradeOf(gradebook(equal, { method: by }, { basis: on, dropCount, keepOne: true }))
        expect(grade).toBeCloseTo(50, 9)
      }),
    )
  })
  it('is the same when every weight, or every multiplier, is taken times the same', () => {
    fc.assert(
      fc.property(items, method, basis, fc.constantFrom(2, 0.5), (drawn, by, on, times) => {
        const before = gradebook(drawn, { method: by }, { basis: on })
        const after = gradebook(drawn, { method: by }, { basis: on })
        for (const each of Object.values(after.records.category)) each.weight = String(Number(each.weight) * times)
        for (const each of Object.values(after.records.assignment))
          each.multiplier = String(Number(each.multiplier) * times)
        close(gradeOf(before), gradeOf(after))
      }),
    )
  })
  it('does not know the order in which work was set', () => {
    fc.assert(
      fc.property(items, method, (drawn, by) => {
        close(gradeOf(gradebook(drawn, { method: by })), gradeOf(gradebook([...drawn].reverse(), { method: by })))
      }),
    )
  })
  it('never falls when one score rises and nothing is dropped', () => {
    fc.assert(
      fc.property(items, method, basis, fc.nat(), (drawn, by, on, at) => {
        const raised = drawn.map((each, index) =>
          index === at % drawn.length ? { ...each, earned: each.earned + 1 } : each,
        )
        const [before, after] = [drawn, raised].map((each) => gradeOf(gradebook(each, { method: by }, { basis: on }))!)
        expect(after).toBeGreaterThanOrEqual(before! - 1e-9)
      }),
    )
  })
})

describe('marks', () => {
  const marked = (drawn: readonly Item[], by: Plan['method'], mark: 'excused' | 'missing' | 'incomplete') => {
    const snapshot = gradebook(drawn, { method: by })
    put(snapshot.records, 'cell', jointId('ann', 'i0'), {
      value: null,
      marks: [mark],
      note: '',
      noteFor: 'teacher',
      meant: '',
    })
    return gradeOf(snapshot)
  }
  it('excused and incomplete work is as if it had not been set; missing work never helps', () => {
    fc.assert(
      fc.property(items, method, (drawn, by) => {
        const without = gradeOf(gradebook(drawn.slice(1), { method: by }))
        close(marked(drawn, by, 'excused'), without)
        close(marked(drawn, by, 'incomplete'), without)
        if (without !== null) expect(marked(drawn, by, 'missing')!).toBeLessThanOrEqual(without + 1e-9)
      }),
    )
  })
})

describe('drops, extra credit and the cap', () => {
  it('the best drop is never worse than dropping the lowest percent, nor, in a category of its own, than no drop', () => {
    fc.assert(
      fc.property(items, method, basis, fc.integer({ min: 1, max: 2 }), (drawn, by, on, dropCount) => {
        const grade = (rules: Partial<Category>) =>
          gradeOf(gradebook(drawn, { method: by }, { basis: on, keepOne: true, dropCount, ...rules }))!
        const best = grade({ dropRule: 'best for the student' })
        expect(best).toBeGreaterThanOrEqual(grade({ dropRule: 'lowest percent' }) - 1e-9)
        // Under one sum for all, dropping a full score of one category can pull the whole down.
        if (by === 'categories') expect(best).toBeGreaterThanOrEqual(grade({ dropCount: 0 }) - 1e-9)
      }),
    )
  })
  it('extra credit never lowers a grade, and alone makes none', () => {
    fc.assert(
      fc.property(items, method, (drawn, by) => {
        const extra = gradebook(drawn, { method: by })
        extra.records.category.notes!.extraCredit = true
        const without = gradeOf(
          gradebook(
            drawn.filter((each) => each.category === 'tests'),
            { method: by },
          ),
        )
        if (without === null) expect(gradeOf(extra)).toBeNull()
        else expect(gradeOf(extra)!).toBeGreaterThanOrEqual(without - 1e-9)
      }),
    )
  })
  it('a cap is the most that is computed, and takes nothing from what is below it', () => {
    fc.assert(
      fc.property(items, method, (drawn, by) => {
        const free = gradeOf(gradebook(drawn, { method: by }))!
        close(gradeOf(gradebook(drawn, { method: by, cap: '100' })), Math.min(free, 100))
      }),
    )
  })
})
