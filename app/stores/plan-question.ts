import type { Desired } from '#core/desired'
import { planOutlook, type PlanOutlook } from '#core/grading/plan-change'
import type { ClassSnapshot } from '#core/section'

/** Whether a change of the plan acts on declared periods too. */
export type PlanChoice = 'from here' | 'everywhere'

interface Question {
  outlook: PlanOutlook
  answer: (choice: PlanChoice | null) => void
}

/** Asks before a change of the plan would move declared grades. */
export const usePlanQuestion = defineStore('plan question', () => {
  const question = shallowRef<Question | null>(null)
  /** Counts the canceled questions: fields that showed what was typed show again what is kept. */
  const canceled = ref(0)

  /**
   * Returns the change to make, or null if it was canceled. Where no declared grade would move there is nothing to ask.
   *
   * @param snapshot the class as it is
   */
  async function ask(snapshot: ClassSnapshot, desired: Desired[]): Promise<Desired[] | null> {
    // A field that loses the keyboard to the question asks once more.
    if (question.value) return null
    const outlook = planOutlook(snapshot, desired)
    if (!outlook.declared.length) return desired
    const choice = await new Promise<PlanChoice | null>((answer) => (question.value = { outlook, answer }))
    question.value = null
    if (choice === 'from here') return outlook.fromHere
    if (choice === null) canceled.value++
    return choice && desired
  }
  return { question, canceled, ask }
})
