import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import { cardsOf } from '#core/report-card/card'
import { put } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import { aClass, aStandard } from '../support/class'

const card = (snapshot: ClassSnapshot, periodId = 'q2') =>
  cardsOf(
    snapshot,
    snapshot.periods.find(({ id }) => id === periodId)!,
    null,
    [],
    '2026-11-26',
  )[0]!.classes[0]!

/** Tests 70, quizzes 20, class work 10, and no class work yet: common practice; 100 and 95 make 98.9. */
const weighted = (families: 'both' | 'label' | 'percent' | 'neither' = 'both') =>
  aClass({
    plan: { families },
    categories: { Tests: '70', Quizzes: '20', 'Class work': '10' },
    assignments: { exam: { categoryId: 'Tests' }, quiz: { categoryId: 'Quizzes' } },
    scores: { ann: { exam: '100', quiz: '95' } },
  })

describe('what a card says a grade is made of', () => {
  it('lists the categories with the weights that act: an empty one has given its weight to the others', () =>
    expect(card(weighted()).parts).toEqual([
      { name: 'Tests', weight: '77.8', result: '100.0 %' },
      { name: 'Quizzes', weight: '22.2', result: '95.0 %' },
      { name: 'Class work', weight: null, result: { none: 'no scores' } },
    ]))

  it('shows no percent where families see letters, and nothing at all where they see neither', () => {
    expect(card(weighted('label')).parts.map((each) => each.result)).toEqual(['A', 'A', { none: 'no scores' }])
    expect(card(weighted('label')).grade).toMatchObject({ percent: null, label: 'A' })
    expect(card(weighted('neither'))).toMatchObject({ parts: [], grade: null, isGraded: true })
  })

  it('lists the periods of a composed one, with their weights', () => {
    const snapshot = weighted()
    Object.assign(snapshot.records.plan.class!, {
      parents: { year: { rule: 'compose', weights: { q1: '40', q2: '60' }, enters: 'exact' } },
    })
    expect(card(snapshot, 'year').parts).toEqual([
      { name: 'Quarter 1', weight: null, result: { none: 'no grade yet' } },
      { name: 'Quarter 2', weight: '100.0', result: '98.9 A' },
    ])
    put(snapshot.records, 'override', jointId('ann', 'q1'), { ...blanks.override, percent: '80', label: 'B-' })
    expect(card(snapshot, 'year').parts.map((each) => [each.weight, each.result])).toEqual([
      ['40.0', '80.0 B-'],
      ['60.0', '98.9 A'],
    ])
  })

  it('says why a category has none', () => {
    const snapshot = weighted()
    Object.assign(snapshot.records.category.Quizzes!, { dropCount: 1 })
    expect(card(snapshot).parts[1]).toEqual({
      name: 'Quizzes',
      weight: null,
      result: { none: 'only score is dropped' },
    })
  })
})

describe('a card of a class that gives no grades', () => {
  const levels = () => {
    const snapshot = aClass({
      plan: { method: 'none' },
      assignments: { map: { standardIds: ['s1'] }, walk: { standardIds: ['s2'] } },
      scores: { ann: { map: { value: { level: '3' } } } },
    })
    snapshot.standards.push(
      aStandard('s1', { code: 'M.1', statement: 'Reads a map' }),
      aStandard('s2', { code: 'M.2', statement: 'Draws one' }),
    )
    return snapshot
  }
  it('speaks of levels, and of no grade', () =>
    expect(card(levels())).toMatchObject({
      isGraded: false,
      grade: null,
      parts: [],
      standards: [
        { code: 'M.1', level: { label: 'Level 3' } },
        { code: 'M.2', level: null },
      ],
    }))
  it('has learning habits apart from levels', () => {
    const snapshot = levels()
    snapshot.standards.push(aStandard('h', { code: 'HB.1', habit: true }))
    put(snapshot.records, 'levelOverride', 'ann/h/q2', { level: '4', reason: '' })
    expect(card(snapshot)).toMatchObject({
      standards: [{ code: 'M.1' }, { code: 'M.2' }],
      habits: [{ code: 'HB.1', level: { label: 'Always' } }],
    })
  })
  it('leaves out what is not reported', () => {
    const snapshot = levels()
    Object.assign(snapshot.standards[0]!, { reported: false })
    expect(card(snapshot)?.standards.map((each) => each.code)).toEqual(['M.2'])
  })
  it('has a grade where the teacher gave one all the same', () => {
    const snapshot = levels()
    put(snapshot.records, 'override', jointId('ann', 'q2'), { ...blanks.override, percent: '85', label: 'B' })
    expect(card(snapshot)).toMatchObject({ isGraded: true, grade: { percent: '85.0' } })
  })
})
