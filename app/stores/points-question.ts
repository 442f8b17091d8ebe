import { pointsOutlook, type PointsChange, type PointsOutlook } from '#core/grading/points-change'
import type { ClassSnapshot } from '#core/section'

/** What happens to the scores when points possible change. */
export type PointsChoice = 'keep' | 'rescale'

/** Points possible that change in one class. */
export type PointsIn = PointsChange & { snapshot: ClassSnapshot }

interface Question {
  points: string
  outlook: PointsOutlook
  answer: (choice: PointsChoice | null) => void
}

/** Asks what happens to the scores before points possible change under them. */
export const usePointsQuestion = defineStore('points question', () => {
  const question = shallowRef<Question | null>(null)

  /** Returns the choice, or null if it was canceled. Without scores there is nothing to ask. */
  async function ask(changes: readonly PointsIn[]): Promise<PointsChoice | null> {
    const outlook = pointsOutlook(changes)
    if (outlook.scores === 0) return 'keep'
    const choice = await new Promise<PointsChoice | null>((answer) => {
      question.value = { points: changes[0]!.points, outlook, answer }
    })
    question.value = null
    return choice
  }
  return { question, ask }
})
