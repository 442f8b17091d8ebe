import { describe, expect, it } from 'vitest'
import type { Desired } from '#core/desired'
import { Grades } from '#core/grading/grades'
import { after } from '#core/grading/outlook'
import { planOutlook } from '#core/grading/plan-change'
import { pointsOutlook, rescaledScores } from '#core/grading/points-change'
import { schemas } from '#core/kinds'
import { put } from '#core/records'
import { aClass, one } from '../support/class'

const snapshot = () => {
  const made = one({
    ann: { a: '18', b: '90' },
    ben: { a: '15' },
    cleo: { a: { value: { percent: '80' } } },
    dev: { a: { value: null, marks: ['missing'] } },
  })
  made.records.assignment.a!.points = '20'
  return made
}

describe('points possible that change under scores', () => {
  // 18 of 20 and 45 of 50 are the same share: 90 %. What was typed as a percent follows by itself.
  it('rescales what was typed in points, and nothing else', () => {
    expect(rescaledScores(snapshot(), { assignmentId: 'a', points: '50' }).map(({ id, to }) => [id, to])).toEqual([
      ['ann/a', { value: { points: '45' } }],
      ['ben/a', { value: { points: '37.5' } }],
    ])
    expect(rescaledScores(snapshot(), { assignmentId: 'a', points: '50' }, new Set(['ann/a']))).toHaveLength(1)
  })
  it('leaves scores out of 0 points, whose share nobody knows', () => {
    const made = snapshot()
    made.records.assignment.a!.points = '0'
    expect(rescaledScores(made, { assignmentId: 'a', points: '50' })).toEqual([])
  })
  it('tells how many grades each way changes', () => {
    expect(pointsOutlook([{ snapshot: snapshot(), assignmentId: 'a', points: '50' }])).toEqual({
      scores: 2,
      // Kept, 18 and 15 of 50 are 36 and 30 %. Rescaled, ann's two assignments weigh 50 to 100 in place of 20 to 100.
      grades: { keep: 2, rescale: 0 },
      example: { points: '18', possible: '20', rescaled: '45' },
    })
    // A copy in another class counts too.
    const both = [snapshot(), snapshot()].map((each) => ({ snapshot: each, assignmentId: 'a', points: '50' }))
    expect(pointsOutlook(both)).toMatchObject({ scores: 4, grades: { keep: 4, rescale: 0 } })
    expect(pointsOutlook([]).scores).toBe(0)
  })
})

describe('a change of the plan with a declared period behind', () => {
  const declared = () => {
    const snapshot = aClass({
      categories: { tests: '70', quizzes: '30' },
      assignments: {
        test: { categoryId: 'tests', dueOn: '2026-10-01' },
        quiz: { categoryId: 'quizzes', dueOn: '2026-10-02' },
        quiz2: { categoryId: 'quizzes', dueOn: '2026-10-09' },
        later: { categoryId: 'tests', dueOn: '2026-11-10' },
        laterQuiz: { categoryId: 'quizzes', dueOn: '2026-11-12' },
      },
      scores: { ann: { test: '100', quiz: '50', quiz2: '90', later: '100', laterQuiz: '50' } },
    })
    put(snapshot.records, 'declaration', 'q1', { declared: true, reason: '' })
    return snapshot
  }
  const percents = (snapshot: ReturnType<typeof declared>) =>
    ['q1', 'q2'].map((id) => new Grades(snapshot).of('ann', id).effective?.percent)

  it('can leave the declared period’s weights and drops as they are', () => {
    const snapshot = declared()
    expect(percents(snapshot)).toEqual(['91.0', '85.0'])
    const desired: Desired[] = [
      { kind: 'category', id: 'tests', to: { weight: '50' } },
      { kind: 'category', id: 'quizzes', to: { weight: '50', dropCount: 1, keepOne: true } },
    ]
    const { declared: moved, fromHere } = planOutlook(snapshot, desired)
    expect(moved).toMatchObject([{ period: { id: 'q1' }, grades: 1 }])
    expect(percents(after(snapshot, desired))).toEqual(['95.0', '75.0'])
    expect(percents(after(snapshot, fromHere!))).toEqual(['91.0', '75.0'])
    // The plan that results is one that can be stored.
    const plan = fromHere!.find(({ kind }) => kind === 'plan')!
    expect(schemas.plan.partial().safeParse(plan.to).success).toBe(true)
  })
  it('asks nothing where no declared grade moves, and offers no way where one setting is for the whole year', () => {
    const snapshot = declared()
    expect(planOutlook(snapshot, [{ kind: 'category', id: 'tests', to: { name: 'Exams' } }]).declared).toEqual([])
    const { declared: moved, fromHere } = planOutlook(snapshot, [{ kind: 'plan', id: 'class', to: { places: 0 } }])
    expect(moved).toHaveLength(1)
    expect(fromHere).toBeNull()
  })
})
