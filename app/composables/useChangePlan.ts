import type { Desired } from '#core/desired'
import { useClassStore } from '~/stores/class'
import { usePlanQuestion } from '~/stores/plan-question'

/** Changes the plan of the open class; where declared grades would move, asks first from when on. */
export function useChangePlan() {
  const classStore = useClassStore()
  const question = usePlanQuestion()

  /** Returns whether the change was made. In pencil nothing is asked until it is kept. */
  async function changePlan(desired: Desired[]): Promise<boolean> {
    const chosen = classStore.pencil ? desired : await question.ask(classStore.everything!, desired)
    return chosen !== null && classStore.change('plan', chosen)
  }

  /** Keeps what was tried in pencil, and asks the same question first. */
  async function keepPencil(): Promise<void> {
    const { pencil, everything } = classStore
    const tried = classStore.penciled().map(({ kind, id, to }) => ({ kind, id, to }) as Desired)
    const rules = tried.filter(({ kind }) => kind === 'plan' || kind === 'category')
    const before = { ...everything!, records: pencil!.records }
    const chosen = rules.length ? await question.ask(before, tried) : tried
    if (!chosen) return
    if (chosen !== tried)
      classStore.change(
        'plan',
        chosen.filter(({ kind }) => kind === 'plan'),
      )
    classStore.endPencil(true)
  }
  return { changePlan, keepPencil }
}
