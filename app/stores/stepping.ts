import type { Act, Change } from '#core/acts/act'
import { inverse } from '#core/acts/apply'
import { stepsOf, type Step } from '#core/acts/steps'
import { stepsResponse } from '#shared/history'
import type { Together } from '#shared/plans'

/** What steps through acts needs of the class that is open. */
export interface SteppedClass {
  sectionId: () => string
  /** The changes that still find what they start from; says so where one does not. */
  standing: (changes: Change[]) => Change[]
  /** Does changes of this class as one act, at once. */
  perform: (kind: 'undo' | 'redo', changes: Change[], of: string) => void
  /** Does acts on several homes, all of them or nothing. */
  together: (acts: Together) => Promise<void>
  say: (words: string) => void
}

/** Undo and redo: the steps of this person in the open class, those from before a reload among them. */
export function useStepping(it: SteppedClass) {
  let done: Step[] = []
  let undone: Step[] = []
  const counts = ref({ undo: 0, redo: 0 })
  const count = () => (counts.value = { undo: done.length, redo: undone.length })

  /** A new act: from here on it is the nearest to take back. */
  function did(step: Step): void {
    done.push(step)
    undone.length = 0
    count()
  }

  /** Begins with what the server knows of this person's acts, and what it does not have yet. */
  async function load(unsent: readonly Act[]): Promise<void> {
    const home = it.sectionId()
    done = []
    undone = []
    count()
    const taken = (await ask(`/api/classes/${home}/steps`, stepsResponse).catch(() => [])) as Step[]
    if (home !== it.sectionId()) return
    const known = new Set(taken.flatMap((step) => step.map(({ act }) => act.id)))
    const since = [...unsent.map((act) => [{ home, act }]), ...done].filter(([first]) => !known.has(first!.act.id))
    const steps = stepsOf([...taken, ...since], home)
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
    const [first] = acts
    if (acts.length === 1 && first!.home === it.sectionId()) {
      const changes = it.standing(changesOf(first!.act))
      if (changes.length) it.perform(kind, changes, first!.act.id)
      return true
    }
    try {
      await it.together(
        acts.map(({ home, act }) => ({
          home,
          act: {
            id: crypto.randomUUID(),
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

  return { counts, did, load, undo, redo }
}
