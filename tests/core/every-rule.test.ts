import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { methods, type Plan } from '#core/plan/plan'
import type { Assignment } from '#core/plan/assignment'
import type { Cell } from '#core/scores/cell'
import { Grades } from '#core/grading/grades'
import { roundings } from '#core/number/round'
import { put } from '#core/records'
import { plainLetters, plusMinus, strictLetters } from '#core/scales/shipped'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'
import { slowGrade } from '../support/slow-grades'

/**
 * Classes with every rule in them, drawn at random, against an evaluation that is built another way
 * (`support/slow-grades.ts`): every grade, label, category result and dropped score, in every period.
 */

const periods: ClassSnapshot['periods'] = [
  { id: 'year', parentId: null, kind: 'year', title: 'Year', firstDay: '2026-09-01', lastDay: '2027-06-11' },
  { id: 's1', parentId: 'year', kind: 'semester', title: 'Semester 1', firstDay: '2026-09-01', lastDay: '2026-12-20' },
  { id: 'q1', parentId: 's1', kind: 'grading', title: 'Quarter 1', firstDay: '2026-09-01', lastDay: '2026-10-31' },
  { id: 'q2', parentId: 's1', kind: 'grading', title: 'Quarter 2', firstDay: '2026-11-01', lastDay: '2026-12-20' },
  { id: 'x1', parentId: 's1', kind: 'exam', title: 'Exam', firstDay: '2026-12-14', lastDay: '2026-12-18' },
  { id: 's2', parentId: 'year', kind: 'semester', title: 'Semester 2', firstDay: '2027-01-04', lastDay: '2027-06-11' },
]
const days = ['2026-09-10', '2026-10-31', '2026-11-01', '2026-11-20', '2026-12-15', '2026-12-20', '2027-02-01', null]

// Few different figures, so that ties and turning points come often.
const points = fc.constantFrom('0', '1', '2', '3', '4', '5', '6', '8', '9.5', '10', '12', '37', '92.5', '0.125')
const possible = fc.constantFrom('0', '3', '4', '5', '10', '10', '15', '20', '40', '63', '100', '108', '6')
const weight = fc.constantFrom('0', '10', '20', '30', '33.333', '45', '100')
const percent = fc.constantFrom('0', '50', '62.5', '85', '92.45', '100', '110')

const value: fc.Arbitrary<Cell['value']> = fc.oneof(
  { weight: 6, arbitrary: points.map((each) => ({ points: each })) },
  { weight: 1, arbitrary: percent.map((each) => ({ percent: each })) },
  { weight: 1, arbitrary: fc.constantFrom('A', 'B', 'C', 'F', 'gone').map((label) => ({ label })) },
)
const cell: fc.Arbitrary<Cell> = fc.record<Cell>({
  value: fc.option(value, { freq: 5 }),
  marks: fc.oneof(
    { weight: 5, arbitrary: fc.constant<Cell['marks']>([]) },
    {
      weight: 2,
      arbitrary: fc.constantFrom<Cell['marks']>(['missing'], ['incomplete'], ['excused'], ['late'], ['absent']),
    },
  ),
  note: fc.constant(''),
  meant: fc.constant(''),
  noteFor: fc.constant('teacher' as const),
})
const category = fc.record({
  weight,
  basis: fc.constantFrom('points' as const, 'equal' as const),
  dropCount: fc.constantFrom(0, 0, 1, 1, 2, 3),
  dropRule: fc.constantFrom('lowest percent' as const, 'best for the student' as const),
  keepOne: fc.boolean(),
  extraCredit: fc.constantFrom(false, false, false, true),
  counts: fc.constantFrom(true, true, true, false),
})
const assignment = fc.record({
  categoryId: fc.constantFrom('c0', 'c0', 'c1', 'c1', 'c2', null),
  dueOn: fc.constantFrom(...days),
  points: possible,
  multiplier: fc.constantFrom('1', '1', '2', '0.5', '1.5', '0.6', '0.8', '1.2'),
  counts: fc.constantFrom(true, true, true, false),
  extraCredit: fc.constantFrom(false, false, false, false, true),
})
const own = fc.record<Plan['own'][string]>({
  method: fc.constantFrom(...methods),
  weights: fc.constantFrom<Record<string, string>>({}, { c0: '50', c1: '50' }),
})
const compose = fc.record<Plan['parents'][string]>({
  rule: fc.constant('compose' as const),
  weights: fc.record({ q1: weight, q2: weight, x1: weight }),
  enters: fc.constantFrom('exact' as const, 'displayed' as const),
})
const plan: fc.Arbitrary<Partial<Plan>> = fc.record({
  method: fc.constantFrom(...methods, 'categories' as const, 'points' as const),
  scale: fc.constantFrom(plusMinus, plainLetters, strictLetters),
  places: fc.constantFrom(0 as const, 1 as const, 2 as const),
  rounding: fc.constantFrom(...roundings, 'half up' as const),
  labelFrom: fc.constantFrom('displayed' as const, 'exact' as const),
  cap: fc.constantFrom(null, null, '100', '92.45'),
  missingCountsAs: fc.constantFrom('0', '50', null),
  incompleteCountsAs: fc.constantFrom('nothing' as const, 'zero' as const),
  own: fc.oneof(
    { weight: 4, arbitrary: fc.constant<Plan['own']>({}) },
    { weight: 1, arbitrary: own.map((each) => ({ q2: each })) },
    { weight: 1, arbitrary: own.map((each) => ({ s1: each })) },
  ),
  parents: fc.oneof(
    fc.constant<Plan['parents']>({}),
    compose.map((each) => ({ s1: each }) as Plan['parents']),
    fc.constant<Plan['parents']>({ s1: { rule: 'all work' } }),
  ),
})
const override = fc.constantFrom(
  { percent: '80', label: 'B', reason: '', familyLine: '', incompleteUntil: null, meant: '' },
  { percent: '89.95', label: null, reason: '', familyLine: '', incompleteUntil: null, meant: '' },
  { percent: null, label: 'C', reason: '', familyLine: '', incompleteUntil: null, meant: '' },
)

const aGradebook = fc
  .record({
    plan,
    categories: fc.array(category, { minLength: 1, maxLength: 3 }),
    assignments: fc.array(assignment, { minLength: 1, maxLength: 9 }),
    cells: fc.array(cell, { minLength: 9, maxLength: 9 }),
    override: fc.option(fc.tuple(fc.constantFrom('q1', 'q2', 'x1', 's1'), override), { freq: 2 }),
    late: fc.constantFrom(false, false, true),
  })
  .map((drawn): ClassSnapshot => {
    const snapshot = aClass({
      plan: drawn.plan,
      students: [{ id: 'ann', spans: [{ firstDay: drawn.late ? '2026-11-15' : '2026-09-01', lastDay: null }] }],
    })
    snapshot.periods = periods
    drawn.categories.forEach((each, at) => {
      snapshot.records.category[`c${at}`] = { ...blanks.category, name: `c${at}`, place: at, removed: false, ...each }
    })
    drawn.assignments.forEach((each, at) => {
      const known = each.categoryId !== null && Number(each.categoryId.slice(1)) < drawn.categories.length
      const categoryId = known ? each.categoryId : null
      snapshot.records.assignment[`a${at}`] = {
        ...(blanks.assignment as Assignment),
        ...each,
        categoryId,
        removed: false,
      }
      put(snapshot.records, 'cell', jointId('ann', `a${at}`), drawn.cells[at]!)
    })
    if (drawn.override) put(snapshot.records, 'override', jointId('ann', drawn.override[0]), drawn.override[1])
    return snapshot
  })

/** Everything that is shown of the student, by the product. */
function fastly(grades: Grades, periodId: string) {
  const { effective, categories } = grades.of('ann', periodId)
  return {
    percent: effective?.percent ?? null,
    label: effective?.label ?? null,
    categories: Object.fromEntries([...categories].map(([id, result]) => [id, result?.percent ?? null])),
    dropped: [...grades.dropped('ann', periodId)].sort(),
  }
}
const slowly = (snapshot: ClassSnapshot, periodId: string) =>
  slowGrade(
    snapshot,
    snapshot.students[0]!,
    periods.find((each) => each.id === periodId)!,
  )

describe('every rule together', { timeout: 180_000 }, () => {
  it('shows what the slow exact evaluation shows: 10,000 classes, every period', () => {
    let graded = 0
    fc.assert(
      fc.property(aGradebook, (snapshot) => {
        const grades = new Grades(snapshot)
        for (const { id } of periods) {
          const fast = fastly(grades, id)
          expect(fast).toEqual(slowly(snapshot, id))
          if (fast.percent !== null) graded++
        }
      }),
      { numRuns: 10_000 },
    )
    expect(graded).toBeGreaterThan(10_000)
  })

  it('a changed cell or override moves what a fresh computation moves', () => {
    fc.assert(
      fc.property(
        aGradebook,
        fc.array(fc.tuple(fc.nat(8), cell), { minLength: 1, maxLength: 4 }),
        (snapshot, edits) => {
          const grades = new Grades(snapshot)
          for (const [at, edit] of edits) {
            put(snapshot.records, 'cell', jointId('ann', `a${at}`), edit)
            grades.rescore('ann', `a${at}`)
          }
          put(snapshot.records, 'override', jointId('ann', 'q1'), {
            percent: '71',
            label: null,
            reason: '',
            familyLine: '',
            incompleteUntil: null,
            meant: '',
          })
          grades.reoverride('ann')
          const fresh = new Grades(snapshot)
          for (const { id } of periods) expect(fastly(grades, id)).toEqual(fastly(fresh, id))
        },
      ),
      { numRuns: 2000 },
    )
  })

  const of = (categoryId: string, points: string, multiplier = '1') => ({ categoryId, points, multiplier })
  it.each([
    {
      rule: 'two equal shares, the smaller goes',
      plan: { method: 'points' as const },
      drop: { dropCount: 2, keepOne: true },
      assignments: { a: of('c', '12'), b: of('c', '108'), d: of('d', '100') },
      scores: { a: '7', b: '63', d: '100' },
      shown: ['78.4', 'C', '58.3'],
    },
    {
      rule: 'two drops that leave the same grade, the smaller goes',
      plan: { method: 'points' as const },
      drop: { dropCount: 1, dropRule: 'best for the student' as const },
      assignments: { a: of('c', '8'), b: of('c', '15'), d: of('d', '20') },
      scores: { a: '0', b: '5', d: '20' },
      shown: ['71.4', 'C', '33.3'],
    },
    {
      rule: 'two zeros of one size, the earlier goes',
      plan: {},
      drop: { dropCount: 1, basis: 'equal' as const },
      assignments: { a: of('c', '3', '0.8'), b: of('c', '4', '0.6'), d: of('c', '10') },
      scores: { a: '0', b: '0', d: '10' },
      shown: ['62.5', 'D', '62.5'],
    },
  ])('a tie is a tie, whatever its doubles look like: $rule', ({ plan: own, drop, assignments, scores, shown }) => {
    const snapshot = aClass({
      plan: { scale: plainLetters, ...own },
      categories: { c: '50', d: '50' },
      assignments,
      scores: { ann: scores },
    })
    Object.assign(snapshot.records.category.c!, drop)
    const { effective, categories } = new Grades(snapshot).of('ann', 'q2')
    expect([effective?.percent, effective?.label, categories.get('c')?.percent]).toEqual(shown)
  })

  it('figures too large for doubles to tell apart are computed exactly', () => {
    const snapshot = aClass({
      plan: { places: 0 },
      categories: { c: '100' },
      assignments: { a: { categoryId: 'c', points: '900000000' }, b: { categoryId: 'c', points: '7' } },
      scores: { ann: { a: '450000000', b: '3' } },
    })
    snapshot.records.category.c!.dropCount = 1
    const grades = new Grades(snapshot)
    expect([...grades.dropped('ann', 'q2')]).toEqual(['b'])
    expect(grades.of('ann', 'q2').effective?.percent).toBe('50')
  })
})
