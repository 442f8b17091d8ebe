import { ROUND, SUM, SUMPRODUCT } from '@formulajs/formulajs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import type { Category } from '#core/plan/category'
import { Grades } from '#core/grading/grades'
import { find } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'

/** Grading against what others have written down or computed: each check names its source. */

function oneCategory(scores: [earned: number, possible: number][], rest: Partial<Category>): ClassSnapshot {
  const snapshot = aClass({
    plan: { places: 2 },
    categories: { quizzes: '100' },
    assignments: Object.fromEntries(
      scores.map(([, possible], at) => [`q${at}`, { categoryId: 'quizzes', points: String(possible) }]),
    ),
    scores: { ann: Object.fromEntries(scores.map(([earned], at) => [`q${at}`, String(earned)])) },
  })
  Object.assign(snapshot.records.category.quizzes!, rest)
  return snapshot
}
const percent = (snapshot: ClassSnapshot) => new Grades(snapshot).of('ann', 'q2').effective?.percent ?? null
const dropped = (snapshot: ClassSnapshot) => [...new Grades(snapshot).dropped('ann', 'q2')].sort()
const best = { dropRule: 'best for the student' as const }

// Daniel M. Kane and Jonathan M. Kane, "Dropping Lowest Grades", Mathematics Magazine 79 (2006): the statements are
// theirs, quoted from memory; the figures here are our own.
describe('Kane & Kane, Dropping Lowest Grades', () => {
  const scores: [number, number][] = [
    [45, 100],
    [0, 1],
    [90, 100],
  ]
  it('the lowest percent is not always the best grade to drop', () => {
    const lowest = oneCategory(scores, { dropCount: 1 })
    const chosen = oneCategory(scores, { dropCount: 1, ...best })
    expect([dropped(lowest), percent(lowest)]).toEqual([['q1'], '67.50'])
    expect([dropped(chosen), percent(chosen)]).toEqual([['q0'], '89.11'])
  })
  it('the best two to drop need not hold the best one', () => {
    const three = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 60 })), {
      minLength: 4,
      maxLength: 5,
    })
    const isNested = (drawn: [number, number][]) => {
      const [one, two] = [1, 2].map((dropCount) => dropped(oneCategory(drawn, { dropCount, ...best }))) as [
        string[],
        string[],
      ]
      return one.every((id) => two.includes(id))
    }
    const found = fc.check(fc.property(three, isNested), { numRuns: 20_000, seed: 6 })
    expect(found.failed).toBe(true)
  })
  it('the method finds what trying every subset finds', () => {
    const some = fc.array(fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 50 })), {
      minLength: 3,
      maxLength: 8,
    })
    fc.assert(
      fc.property(some, fc.integer({ min: 1, max: 2 }), (drawn, count) => {
        const ratio = (kept: [number, number][]) =>
          kept.reduce((sum, [earned]) => sum + earned, 0) / kept.reduce((sum, [, possible]) => sum + possible, 0)
        const ways =
          count === 1
            ? drawn.map((_, gone) => drawn.filter((_, at) => at !== gone))
            : drawn
                .flatMap((_, one) => drawn.map((_, two) => drawn.filter((_, at) => at !== one && at !== two)))
                .filter((kept) => kept.length === drawn.length - 2)
        const most = Math.max(...ways.map(ratio)) * 100
        expect(Number(percent(oneCategory(drawn, { dropCount: count, ...best })))).toBeCloseTo(most, 1)
      }),
    )
  })
})

// A general-purpose formula package as second opinion: what a teacher would write in a spreadsheet.
describe('a spreadsheet', () => {
  const eighths = fc.integer({ min: 0, max: 800 }).map((n) => n / 8)
  const row = fc.record({
    earned: eighths,
    possible: fc.integer({ min: 1, max: 100 }),
    multiplier: fc.constantFrom(1, 2, 0.5),
  })

  it('SUMPRODUCT of points and multipliers over SUMPRODUCT of what was possible, rounded', () => {
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 12 }), (rows) => {
        const snapshot = aClass({
          plan: { method: 'points', places: 2 },
          assignments: Object.fromEntries(
            rows.map(({ possible, multiplier }, at) => [
              `a${at}`,
              { points: String(possible), multiplier: String(multiplier) },
            ]),
          ),
          scores: { ann: Object.fromEntries(rows.map(({ earned }, at) => [`a${at}`, String(earned)])) },
        })
        const column = (key: keyof (typeof rows)[number]) => rows.map((each) => [each[key]])
        const sheet =
          (100 * (SUMPRODUCT(column('earned'), column('multiplier')) as number)) /
          (SUMPRODUCT(column('possible'), column('multiplier')) as number)
        expect(percent(snapshot)).toBe((ROUND(sheet, 2) as number).toFixed(2))
      }),
    )
  })
  it('SUMPRODUCT of category percents and weights over SUM of the weights', () => {
    const weights = [45, 30, 25]
    fc.assert(
      fc.property(fc.array(eighths, { minLength: 3, maxLength: 3 }), (percents) => {
        const snapshot = aClass({
          plan: { places: 2 },
          categories: { a: '45', b: '30', c: '25' },
          assignments: { x: { categoryId: 'a' }, y: { categoryId: 'b' }, z: { categoryId: 'c' } },
          scores: { ann: { x: String(percents[0]), y: String(percents[1]), z: String(percents[2]) } },
        })
        const sheet = (SUMPRODUCT(percents, weights) as number) / SUM(weights)
        expect(percent(snapshot)).toBe((ROUND(sheet, 2) as number).toFixed(2))
      }),
    )
  })
})

// Facts of the trade (common practice).
describe('common practice', () => {
  it('6 of 6 and 60 of 100 are 62 % by points and 80 % by equal items', () => {
    const scores: [number, number][] = [
      [6, 6],
      [60, 100],
    ]
    expect(percent(oneCategory(scores, { basis: 'points' }))).toBe('62.26')
    expect(percent(oneCategory(scores, { basis: 'equal' }))).toBe('80.00')
  })
  it('dropping the lowest of a single score leaves no grade, unless one is kept', () => {
    expect(percent(oneCategory([[70, 100]], { dropCount: 1 }))).toBeNull()
    expect(percent(oneCategory([[70, 100]], { dropCount: 1, keepOne: true }))).toBe('70.00')
  })
  it.each([
    ['80', '20', '86.0'],
    ['85', '15', '87.0'],
  ])('term %s with exam %s', (work, exam, shown) => {
    const snapshot = withExam('90', '70')
    snapshot.policy = { ...blanks.policy, termWeights: { work, exam } }
    expect(new Grades(snapshot).of('ann', 'sem').effective?.percent).toBe(shown)
  })
  it('a quarter at 95.6 shows 96, and averaging shown figures rounds twice', () => {
    const snapshot = withExam('95.6', '94.4')
    const semester = (enters: 'exact' | 'displayed') => {
      Object.assign(snapshot.records.plan.class!, {
        places: 0,
        parents: { sem: { rule: 'compose', weights: { q2: '50', exam: '50' }, enters } },
      })
      return new Grades(snapshot)
    }
    expect(semester('exact').of('ann', 'q2').effective?.percent).toBe('96')
    expect(semester('exact').of('ann', 'sem').effective?.percent).toBe('95')
    // 95.6 and 94.5 are shown as 96 and 95, whose mean of 95.5 is shown as 96; their own mean of 95.05 is 95.
    find(snapshot.records, 'cell', jointId('ann', 'x'))!.value = { points: '94.5' }
    expect(semester('exact').of('ann', 'sem').effective?.percent).toBe('95')
    const twice = semester('displayed')
    expect(twice.of('ann', 'sem').effective?.percent).toBe('96')
    const { how } = twice.work('ann', 'sem')
    expect(how.made === 'of periods' && how.unrounded?.percent).toBe('95')
  })
  it('extra course-level points are 3 or 5, on the reported grade and not in what longer periods are made of', () => {
    const snapshot = withExam('85', '85')
    snapshot.records.plan.class!.coursePoints = { points: '5', periodIds: ['q2'] }
    const { effective, reported } = new Grades(snapshot).of('ann', 'q2')
    expect([effective?.percent, effective?.label, reported?.percent, reported?.label]).toEqual([
      '85.0',
      'B',
      '90.0',
      'A-',
    ])
    expect(new Grades(snapshot).of('ann', 'sem').effective?.percent).toBe('85.0')
  })

  /** A semester of one quarter and an exam window. */
  function withExam(work: string, exam: string): ClassSnapshot {
    const snapshot = aClass({
      categories: { tests: '100' },
      assignments: { t: { categoryId: 'tests' }, x: { categoryId: 'tests', dueOn: '2026-12-17' } },
      scores: { ann: { t: work, x: exam } },
    })
    snapshot.periods = [
      {
        id: 'sem',
        parentId: null,
        kind: 'semester',
        title: 'Semester 1',
        firstDay: '2026-08-31',
        lastDay: '2026-12-18',
      },
      { id: 'q2', parentId: 'sem', kind: 'grading', title: 'Quarter 2', firstDay: '2026-11-02', lastDay: '2026-12-16' },
      { id: 'exam', parentId: 'sem', kind: 'exam', title: 'Exam', firstDay: '2026-12-17', lastDay: '2026-12-18' },
    ]
    return snapshot
  }
})
