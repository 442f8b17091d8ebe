import { describe, expect, it } from 'vitest'
import { pointsOutlook, rescaledScores } from '#core/grading/points-change'
import { one } from '../support/class'

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
