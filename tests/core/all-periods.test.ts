import { describe, expect, it } from 'vitest'
import { applyChange, changesTo } from '#core/acts/apply'
import { Grades } from '#core/grading/grades'
import { movesBetween } from '#core/grading/moves'
import { differs, sameRules } from '#core/plan/all-periods'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'

/** Tests 70, quizzes 20: by weights 98.9, 55.0; by total points of 100 each 97.5 and 67.5 (common practice). */
const taught = () =>
  aClass({
    categories: { Tests: '70', Quizzes: '20' },
    assignments: { exam: { categoryId: 'Tests' }, quiz: { categoryId: 'Quizzes' } },
    scores: { ann: { exam: '100', quiz: '95' }, ben: { exam: '45', quiz: '90' } },
  })
const period = (snapshot: ClassSnapshot, id: string) => snapshot.periods.find((each) => each.id === id)!
function given(snapshot: ClassSnapshot, from: string, to: string[]): ClassSnapshot {
  const records = structuredClone(snapshot.records)
  for (const change of changesTo(records, sameRules(snapshot, period(snapshot, from), to))) applyChange(records, change)
  return { ...snapshot, records }
}

describe('one method and weights for several periods', () => {
  const byPoints = (snapshot: ClassSnapshot) => {
    Object.assign(snapshot.records.plan.class!, {
      own: { q1: { method: 'points', weights: { Tests: '50', Quizzes: '50' } } },
    })
    return snapshot
  }

  it('gives a period what another has of its own, and leaves the others', () => {
    const after = given(byPoints(taught()), 'q1', ['q1', 'q2'])
    expect(after.records.plan.class).toMatchObject({ method: 'categories', own: { q2: { method: 'points' } } })
    expect(new Grades(after).of('ann', 'q2').computed?.percent).toBe('97.5')
    expect(differs(after, period(after, 'year'))).toBe(false)
    expect(differs(after, period(after, 'q2'))).toBe(true)
  })

  it('makes it the class’s where every period gets it, so that none differs', () => {
    const after = given(byPoints(taught()), 'q1', ['year', 'q1', 'q2'])
    expect(after.records.plan.class).toMatchObject({ method: 'points', own: {} })
    expect(after.records.category.Tests?.weight).toBe('50')
    expect(after.periods.some((each) => differs(after, each))).toBe(false)
  })

  it('changes nothing where all have it', () => {
    const snapshot = taught()
    const desired = sameRules(snapshot, period(snapshot, 'q2'), ['year', 'q1', 'q2'])
    expect(changesTo(snapshot.records, desired)).toEqual([])
  })

  it('a set of its own that says what the class says is no difference', () => {
    const snapshot = taught()
    Object.assign(snapshot.records.plan.class!, { own: { q2: { method: 'categories', weights: { Tests: '70' } } } })
    expect(differs(snapshot, period(snapshot, 'q2'))).toBe(false)
  })

  it('counts the grades that move, and those with another label', () => {
    const before = taught()
    const after = given(byPoints(taught()), 'q1', ['year', 'q1', 'q2'])
    // 98.9 A to 97.5 A, 55.0 F to 67.5 D+.
    expect(movesBetween(new Grades(before), new Grades(after), 'q2')).toEqual({ grades: 2, labels: 1 })
    expect(movesBetween(new Grades(before), new Grades(before), 'q2')).toEqual({ grades: 0, labels: 0 })
  })
})
