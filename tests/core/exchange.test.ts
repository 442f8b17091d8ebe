import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compare, decided, findingOf, type Baseline } from '#core/exchange/compare'
import { merge } from '#core/exchange/merge'
import { taking } from '#core/exchange/take'
import type { Sendable } from '#core/exchange/thing'
import { aClass } from '../support/class'

const thing = (name: string): Sendable => ({ type: 'category', id: 'c', title: name, fields: { name, weight: '1' } })
const there = (name: string | null) => new Map(name === null ? [] : [['c', { fields: { name, weight: '1' } }]])
const base = (name: string | null) =>
  new Map<string, Baseline>(
    name === null ? [] : [['c', { type: 'category', title: name, fields: { name, weight: '1' } }]],
  )
const stepOf = (here: string | null, over: string | null, baseline: string | null) =>
  compare(here === null ? [] : [thing(here)], there(over), base(baseline))[0]?.step ?? 'nothing'

describe('the three-way comparison', () => {
  it.each([
    ['new here', 'a', null, null, 'create'],
    ['the same everywhere', 'a', 'a', 'a', 'nothing'],
    ['changed here only', 'b', 'a', 'a', 'change'],
    ['changed alike on both sides', 'b', 'b', 'a', 'nothing'],
    ['sent, but the answer was lost', 'a', 'a', null, 'nothing'],
    ['changed there only', 'a', 'b', 'a', 'take'],
    ['changed differently on both sides', 'b', 'c', 'a', 'held'],
    ['there already, and different, though never sent', 'a', 'b', null, 'held'],
    ['gone there', 'a', null, 'a', 'held'],
    ['gone here', null, 'a', 'a', 'remove'],
    ['gone here and changed there', null, 'b', 'a', 'held'],
    ['gone on both sides', null, null, 'a', 'nothing'],
    ['made there by somebody else', null, 'a', null, 'nothing'],
  ])('%s: here %j, there %j, agreed %j is %s', (_, here, over, baseline, expected) =>
    expect(stepOf(here, over, baseline)).toBe(expected),
  )

  it('sends what others refer to first, and removes it last', () => {
    const of = (type: Sendable['type'], id: string) => ({ type, id, title: id, fields: { name: id } }) as Sendable
    const baseline = new Map<string, Baseline>([
      ['c0', { type: 'category', title: '', fields: {} }],
      ['s0', { type: 'score', title: '', fields: {} }],
    ])
    const over = new Map([
      ['c0', { fields: {} }],
      ['s0', { fields: {} }],
    ])
    expect(
      compare([of('score', 's'), of('assignment', 'a'), of('category', 'c')], over, baseline).map((each) => each.id),
    ).toEqual(['c', 'a', 's', 's0', 'c0'])
  })

  it('compares field by field: a name that changed there stays beside a weight that changed here', () => {
    const here: Sendable = { type: 'category', id: 'c', title: 'Tests', fields: { name: 'Tests', weight: '40' } }
    const [found] = compare(
      [here],
      new Map([['c', { fields: { name: 'Exams', weight: '30' } }]]),
      new Map([['c', { type: 'category', title: 'Tests', fields: { name: 'Tests', weight: '30' } }]]),
    )
    expect(found).toMatchObject({
      step: 'change',
      after: { name: 'Exams', weight: '40' },
      differing: ['weight', 'name'],
      conflicts: [],
    })
  })

  it('a decision acts on what is open alone, and leaves out whatever is left out', () => {
    const sides = { here: { name: 'b' }, there: { name: 'c' }, base: { name: 'a' } }
    const held = findingOf(sides)!
    expect(decided(sides, held, 'mine')).toMatchObject({ step: 'change', after: { name: 'b' } })
    expect(decided(sides, held, 'theirs')).toMatchObject({ step: 'take', after: { name: 'c' } })
    expect(decided(sides, held, 'leave')).toBeNull()
    expect(decided(sides, held, null)).toBe(held)
    const gone = { here: { name: 'a' }, there: null, base: { name: 'a' } }
    expect(decided(gone, findingOf(gone)!, 'theirs')).toMatchObject({ step: 'held' })
    expect(decided(gone, findingOf(gone)!, 'mine')).toMatchObject({ step: 'create', after: { name: 'a' } })
  })
})

describe('putting two sides together', () => {
  const side = fc.record({ a: fc.nat(2), b: fc.nat(2), c: fc.nat(2) })
  it('loses no change, takes the same way round, and once is as good as twice', () => {
    fc.assert(
      fc.property(side, side, side, (base, here, there) => {
        const merged = merge(base, here, there)
        for (const name of ['a', 'b', 'c'] as const) {
          const [isOurs, isTheirs] = [here[name] !== base[name], there[name] !== base[name]]
          // Whoever changed it alone has it; both the same, both have it; both differently, it is said.
          if (isOurs && isTheirs && here[name] !== there[name]) expect(merged.conflicts).toContain(name)
          else expect(merged.fields[name]).toBe(isOurs ? here[name] : there[name])
        }
        const mirrored = merge(base, there, here)
        expect([...mirrored.conflicts].sort()).toEqual([...merged.conflicts].sort())
        expect([...mirrored.ours].sort()).toEqual([...merged.theirs].sort())
        const again = merge(base, merged.fields, there)
        expect(again.fields).toEqual(merged.fields)
        // What both sides hold from then on differs no more.
        expect(merge(merged.fields, merged.fields, merged.fields)).toMatchObject({
          ours: [],
          theirs: [],
          conflicts: [],
        })
      }),
    )
  })
  it('what the other side does not keep is no difference', () => {
    expect(merge({ a: 1, b: 2 }, { a: 1, b: 2 }, { a: 1 })).toMatchObject({ ours: [], theirs: [], conflicts: [] })
    expect(merge({ a: 1, b: 2 }, { a: 1, b: 3 }, { a: 1 })).toMatchObject({ ours: ['b'], fields: { a: 1, b: 3 } })
    expect(merge(null, { a: 1, b: 2 }, { a: 1 })).toMatchObject({ conflicts: [] })
  })
})

describe('what is taken over', () => {
  const snapshot = aClass({
    categories: { tests: '100' },
    assignments: { quiz: { categoryId: 'tests' } },
    scores: { ann: { quiz: { value: { points: '4' }, note: 'mine alone' } } },
  })
  const score = { earned: 4, text: null, marks: [], note: '' }
  const takes = (after: object, differing: string[]) =>
    taking(snapshot, {
      type: 'score',
      id: 'ann.quiz',
      studentId: 'ann',
      assignmentId: 'quiz',
      here: score,
      after: { ...score, ...after },
      differing,
    })
  it('is a score as it is typed, with its marks, and a private note stays', () => {
    expect(takes({ earned: 9.5 }, ['earned'])).toEqual([
      { kind: 'cell', id: 'ann/quiz', to: { value: { points: '9.5' } } },
    ])
    expect(takes({ earned: 8.5, text: 'B' }, ['earned', 'text'])).toEqual([
      { kind: 'cell', id: 'ann/quiz', to: { value: { label: 'B' } } },
    ])
    expect(takes({ earned: null, marks: ['excused'], note: 'Ill' }, ['earned', 'marks', 'note'])).toEqual([
      { kind: 'cell', id: 'ann/quiz', to: { value: null, marks: ['excused'] } },
    ])
  })
  it('is nothing that cannot be typed here, nor a declared grade', () => {
    expect(takes({ earned: -1 }, ['earned'])).toBeNull()
    expect(takes({ earned: null, text: 'wonderful' }, ['earned', 'text'])).toBeNull()
    expect(
      taking(snapshot, {
        type: 'grade',
        id: 'g',
        studentId: 'ann',
        assignmentId: null,
        here: {},
        after: {},
        differing: [],
      }),
    ).toBeNull()
  })
})
