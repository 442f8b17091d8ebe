import type { Act } from './act'

/** Acts that were one deed, each with the home that it is of; most deeds are one act. */
export type Step = { home: string; act: Act }[]

/** What a person can take back, and what they can do again, each with the nearest last. */
export interface Steps {
  done: Step[]
  undone: Step[]
}

/**
 * Folds a person's acts, oldest first, into what undo and redo step through: an undo moves a step over, a redo moves it
 * back, and a new act ends what could be done again.
 *
 * @param homes the classes whose acts decide; a deed on several is one step
 * @example stepsOf([typed, undoOfIt], new Set([classId])) // { done: [], undone: [typed] }
 */
export function stepsOf(taken: readonly Step[], homes: ReadonlySet<string>): Steps {
  const steps: Steps = { done: [], undone: [] }
  for (const step of taken) {
    const own = step.find((each) => homes.has(each.home))?.act
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

/**
 * Steps of several classes as one list: each list keeps its order, and of their next ones the earliest made goes first.
 * An act that stands in two lists is there once, and what was one deed is one step.
 *
 * @example mergedSteps([[[typedIn7A]], [[typedIn7B]]]) // both, the earlier first
 */
export function mergedSteps(lists: readonly (readonly Step[])[]): Step[] {
  const seen = new Set<string>()
  const deeds = new Map<string, Step>()
  const merged: Step[] = []
  for (const step of earliestFirst(lists)) {
    const fresh = step.filter(({ act }) => !seen.has(act.id))
    for (const { act } of fresh) seen.add(act.id)
    const deed = fresh[0]?.act.deed
    const begun = deed === undefined ? undefined : deeds.get(deed)
    if (begun) begun.push(...fresh)
    else if (fresh.length) {
      merged.push(fresh)
      if (deed !== undefined) deeds.set(deed, fresh)
    }
  }
  return merged
}

function* earliestFirst(lists: readonly (readonly Step[])[]): Generator<Step> {
  const next = lists.map(() => 0)
  for (;;) {
    let from = -1
    for (const [list, steps] of lists.entries()) {
      const made = steps[next[list]!]?.[0]?.act.at
      if (made !== undefined && (from < 0 || made < lists[from]![next[from]!]![0]!.act.at)) from = list
    }
    if (from < 0) return
    yield lists[from]![next[from]!++]!
  }
}

function move(from: Step[], to: Step[], id: string | undefined): void {
  const at = from.findLastIndex((step) => step.some((each) => each.act.id === id))
  if (at >= 0) to.push(...from.splice(at, 1))
}
