import { pointsOutlook, type PointsChange, type PointsOutlook } from '#core/grading/points-change'
import { same } from '#core/same'
import { record } from '#core/records'
import type { ClassSnapshot } from '#core/section'

/** What happens to the scores when points possible change. */
export type PointsChoice = 'keep' | 'rescale'

interface Question {
  changes: readonly PointsChange[]
  outlook: PointsOutlook
  answer: (choice: PointsChoice | null) => void
}

/** Asks what happens to the scores before points possible change under them. */
export const usePointsQuestion = defineStore('points question', () => {
  const question = shallowRef<Question | null>(null)

  /** Returns the choice, or null if it was canceled. Without scores there is nothing to ask. */
  async function ask(snapshot: ClassSnapshot, changes: readonly PointsChange[]): Promise<PointsChoice | null> {
    const changed = changes.filter(
      ({ assignmentId, points }) => !same(record(snapshot.records, 'assignment', assignmentId).points, points),
    )
    const outlook = pointsOutlook(snapshot, changed)
    if (outlook.scores === 0) return 'keep'
    const choice = await new Promise<PointsChoice | null>((answer) => {
      question.value = { changes: changed, outlook, answer }
    })
    question.value = null
    return choice
  }
  return { question, ask }
})
