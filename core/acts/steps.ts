import type { Act, Change } from './act'

/**
 * Acts that were taken together, each with its scope; most batches are one act. `seq` is the place that the server
 * gave it, `ago` how long ago by its clock it took it, in milliseconds, when it was asked; an act that it does not have yet
 * has neither.
 */
export type Step = { scope: string; act: Act; seq?: number; ago?: number }[]

/** What a person can take back, and what they can do again, each with the nearest last. */
export interface Steps {
  done: Step[]
  undone: Step[]
}

/**
 * Folds a person's acts, oldest first, into what undo and redo step through: an undo moves a step over, a redo moves it
 * back, and a new act ends what could be done again.
 *
 * @param scopes the classes whose acts decide; a batch on several is one step
 * @example stepsOf([typed, undoOfIt], new Set([classId])) // { done: [], undone: [typed] }
 */
export function stepsOf(taken: readonly Step[], scopes: ReadonlySet<string>): Steps {
  const steps: Steps = { done: [], undone: [] }
  for (const step of taken) {
    const own = step.find((each) => scopes.has(each.scope))?.act
    if (!own || own.kind === 'load') continue
    if (own.kind === 'undo') move(steps.done, steps.undone, own.of)
    else if (own.kind === 'redo') move(steps.undone, steps.done, own.of)
    else {
      addStep(steps.done, step)
      steps.undone.length = 0
    }
  }
  return steps
}

/** Adds a step as the nearest to take back; the writing of one text in one sitting is one step, from its beginning on. */
export function addStep(done: Step[], step: Step): void {
  const before = done.at(-1)
  const sitting = step.length === 1 ? step[0]!.act.sitting : undefined
  if (sitting === undefined || before?.length !== 1 || before[0]!.act.sitting !== sitting) return void done.push(step)
  const [{ act: first }, { act: last, ...place }] = [before[0]!, step[0]!]
  const changes = (last.changes as Change[]).map((change, at) => ({
    ...change,
    from: first.changes[at]?.from ?? change.from,
  }))
  done[done.length - 1] = [{ ...place, act: { ...last, changes: changes as Act['changes'] } }]
}

/**
 * Steps of several classes as one list: each list keeps its order, and of their next ones the earliest taken goes first;
 * what is not taken yet comes last, the earliest made first. No clock decides about what is taken. An act that stands in two lists is there once, and what was one batch is one step.
 *
 * @example mergedSteps([[[typedIn7A]], [[typedIn7B]]]) // both, the earlier first
 */
export function mergedSteps(lists: readonly (readonly Step[])[]): Step[] {
  const seen = new Set<string>()
  const batches = new Map<string, Step>()
  const merged: Step[] = []
  for (const step of earliestFirst(lists)) {
    const fresh = step.filter(({ act }) => !seen.has(act.id))
    for (const { act } of fresh) seen.add(act.id)
    const batch = fresh[0]?.act.batch
    const begun = batch === undefined ? undefined : batches.get(batch)
    if (begun) begun.push(...fresh)
    else if (fresh.length) {
      merged.push(fresh)
      if (batch !== undefined) batches.set(batch, fresh)
    }
  }
  return merged
}

function* earliestFirst(lists: readonly (readonly Step[])[]): Generator<Step> {
  const next = lists.map(() => 0)
  for (;;) {
    let from = -1
    for (const [list, steps] of lists.entries()) {
      const first = steps[next[list]!]?.[0]
      if (first && (from < 0 || isBefore(first, lists[from]![next[from]!]![0]!))) from = list
    }
    if (from < 0) return
    yield lists[from]![next[from]!++]!
  }
}

function isBefore(a: Step[number], b: Step[number]): boolean {
  const [first, second] = [a.seq ?? Infinity, b.seq ?? Infinity]
  return first === second ? a.act.at < b.act.at : first < second
}

function move(from: Step[], to: Step[], id: string | undefined): void {
  const at = from.findLastIndex((step) => step.some((each) => each.act.id === id))
  if (at >= 0) to.push(...from.splice(at, 1))
}
