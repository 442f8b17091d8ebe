import type { Act } from './act'

/** Acts that were one deed, each with the home that it is of; most deeds are one act. */
export type Step = { home: string; act: Act }[]

/** What a person can take back, and what they can do again, each with the nearest last. */
export interface Steps {
  done: Step[]
  undone: Step[]
}

/**
 * Folds a person's acts on one home, oldest first, into what undo and redo step through: an undo moves a step over, a
 * redo moves it back, and a new act ends what could be done again.
 *
 * @param home the class whose acts decide; a deed on several is a step of each
 * @example stepsOf([typed, undoOfIt], classId) // { done: [], undone: [typed] }
 */
export function stepsOf(taken: readonly Step[], home: string): Steps {
  const steps: Steps = { done: [], undone: [] }
  for (const step of taken) {
    const own = step.find((each) => each.home === home)?.act
    if (!own || own.kind === 'load') continue
    if (own.kind === 'undo') move(steps.done, steps.undone, own.of)
    else if (own.kind === 'redo') move(steps.undone, steps.done, own.of)
    else {
      steps.done.push(step)
      steps.undone.length = 0
    }
  }
  return steps
}

function move(from: Step[], to: Step[], id: string | undefined): void {
  const at = from.findLastIndex((step) => step.some((each) => each.act.id === id))
  if (at >= 0) to.push(...from.splice(at, 1))
}
