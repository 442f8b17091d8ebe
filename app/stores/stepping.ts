import { SHAPE } from '#core/kinds'
import type { Act, Change } from '#core/acts/act'
import { inverse } from '#core/acts/apply'
import { addStep, mergedSteps, stepsOf, type Step } from '#core/acts/steps'
import { stepsResponse } from '#shared/history'
import type { Together } from '#shared/plans'
import { useSaving } from '~/stores/saving'
import { ApiProblem, ask } from '~/composables/useApi'

/** What steps need of a class that is open. */
export interface SteppedClass {
  /** The changes that still find what they start from; says so where one does not. */
  applicable(changes: Change[]): Change[]
  /** Does changes of this class as one act, at once. */
  perform(kind: 'undo' | 'redo', changes: Change[], marks: { of: string; batch?: string }): void
}

interface Stepped {
  /** The classes that are open, by id. */
  classes: () => ReadonlyMap<string, SteppedClass>
  /** Does acts on several scopes, all of them or nothing. */
  together: (acts: Together) => Promise<void>
  say: (words: string) => void
}

/** Undo and redo: the steps of this person in the classes that are open, those from before a reload among them. */
export function useStepping(it: Stepped) {
  const saving = useSaving()
  let done: Step[] = []
  let undone: Step[] = []
  /** What is being gathered into one step. */
  let gathered: { batch: string; step: Step } | null = null
  const counts = ref({ undo: 0, redo: 0 })
  /** The next step back, and the next one on. */
  const nearest = shallowRef<{ undo?: Step; redo?: Step }>({})
  function count(): void {
    counts.value = { undo: done.length, redo: undone.length }
    nearest.value = { undo: done.at(-1), redo: undone.at(-1) }
  }

  /** A new act: from here on it is the nearest to take back. */
  function did(step: Step): void {
    if (gathered) return void gathered.step.push(...step)
    addStep(done, step)
    undone.length = 0
    count()
  }

  /** Everything done inside, in however many classes, is one step. */
  function asOne<T>(work: () => T): T {
    if (gathered) return work()
    gathered = { batch: crypto.randomUUID(), step: [] }
    const { step } = gathered
    try {
      return work()
    } finally {
      gathered = null
      if (step.length) did(step)
    }
  }

  /** Begins with what the server knows of this person's acts, and what it does not have yet. */
  async function load(): Promise<void> {
    const scopes = [...it.classes().keys()]
    done = []
    undone = []
    count()
    const unsent = await Promise.all(
      scopes.map(async (scope) => (await saving.unsent(scope)).map((act): Step => [{ scope, act }])),
    )
    const taken = await Promise.all(
      scopes.map((scope) => ask(`/api/classes/${scope}/steps`, stepsResponse).catch(() => []) as Promise<Step[]>),
    )
    if (scopes.join() !== [...it.classes().keys()].join()) return
    const steps = stepsOf(mergedSteps([...taken, ...unsent, done]), new Set(scopes))
    done = steps.done
    undone = steps.undone
    count()
  }

  const undo = () => step(done, undone, 'undo')
  const redo = () => step(undone, done, 'redo')

  /** Moves the nearest step over, where nobody has changed the same thing since. */
  async function step(from: Step[], to: Step[], kind: 'undo' | 'redo'): Promise<void> {
    const acts = from.pop()
    if (!acts) return
    to.push(acts)
    count()
    if (await stepped(acts, kind)) return
    to.splice(to.indexOf(acts), 1)
    from.push(acts)
    count()
  }

  async function stepped(acts: Step, kind: 'undo' | 'redo'): Promise<boolean> {
    const changesOf = (act: Act) =>
      kind === 'undo' ? (act.changes as Change[]).map(inverse).reverse() : (act.changes as Change[])
    const open = it.classes()
    const batch = acts.length > 1 ? crypto.randomUUID() : undefined
    if (acts.every(({ scope }) => open.has(scope))) {
      for (const { scope, act } of acts) {
        const changes = open.get(scope)!.applicable(changesOf(act))
        if (changes.length) open.get(scope)!.perform(kind, changes, { of: act.id, batch })
      }
      return true
    }
    try {
      await it.together(
        acts.map(({ scope, act }) => ({
          scope,
          act: {
            id: crypto.randomUUID(),
            shape: SHAPE,
            kind,
            at: new Date().toISOString(),
            of: act.id,
            changes: changesOf(act) as Act['changes'],
          },
        })),
      )
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      it.say(error.message)
      return false
    }
  }

  return { counts, nearest, batch: () => gathered?.batch, did, asOne, load, undo, redo }
}
export type Stepping = ReturnType<typeof useStepping>
