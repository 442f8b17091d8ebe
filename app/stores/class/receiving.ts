import type { Act, Change } from '#core/acts/act'
import { applyChange, type Outcome } from '#core/acts/apply'
import type { Records } from '#core/records'
import type { ClassAct } from '#shared/history'
import type { Receipt } from '~/queue/tabs'
import type { ClassPencil } from './pencil'

interface Receiving {
  /** The class that is open. */
  sectionId: () => string | undefined
  pencil: ClassPencil
  /** Reads the class anew: what a declaration keeps is made by the server. */
  reopen: () => void
}

/**
 * What comes in while a class is open: news of what others did, and the server's answers to what was done here, whichever
 * tab sent it. What was done here and is not acknowledged stays on top of both.
 */
export function classReceiving({ sectionId, pencil, reopen }: Receiving) {
  /** The number of the last act on the class that is in here. */
  const seq = ref(0)
  /** Acts made here of which no news has come back yet: what others do goes under them. */
  const unacknowledged = new Map<string, readonly Change[]>()
  /** Those of them that the server has not answered for. */
  const unanswered = new Map<string, readonly Change[]>()
  /** Records that an answer put right here: what the server takes of them afterwards is applied again. */
  const corrected = new Set<string>()
  /** What was answered while the class was being read. */
  let whileReading: Receipt[] | null = null

  /** An act was done here. */
  function did(actId: string, changes: readonly Change[]): void {
    unacknowledged.set(actId, changes)
    unanswered.set(actId, changes)
  }
  /** An act went straight to the server, and comes back as news. */
  const sent = (actId: string) => void unacknowledged.set(actId, [])

  /** From now until `readUpTo`, answers are remembered: they may be about the class that is on its way. */
  const reading = () => void (whileReading = [])

  /** Applies what the server did not have yet when it read the class on top of what it read. */
  function readUpTo(last: number, records: Records, waiting: readonly Act[]): void {
    const receipts = whileReading ?? []
    whileReading = null
    for (const each of receipts)
      if (each.seq !== null && each.seq > last) for (const change of appliedOf(each)) applyChange(records, change)
    unacknowledged.clear()
    unanswered.clear()
    corrected.clear()
    const answered = new Set(receipts.map((each) => each.act.id))
    const still = new Map(waiting.filter(({ id }) => !answered.has(id)).map((each) => [each.id, each]))
    for (const { id, changes } of still.values()) {
      did(id, changes as Change[])
      for (const change of changes as Change[]) applyChange(records, change)
    }
    seq.value = last
  }

  /**
   * Takes in what was done on the class elsewhere.
   *
   * @returns whether it is news here
   */
  function receiveNews(act: ClassAct): boolean {
    if (act.seq <= seq.value) return false
    seq.value = act.seq
    if (unacknowledged.delete(act.id)) return false
    const changes = act.changes as Change[]
    pencil.applyUnder([...changes, ...ofSame(unacknowledged, changes)])
    if (changes.some((each) => each.kind === 'declaration')) reopen()
    return true
  }

  /** Takes in what the server said of an act, so that this page shows what is there. */
  function receive(answered: Receipt): void {
    whileReading?.push(answered)
    if (answered.sectionId !== sectionId()) return
    const { act, outcomes } = answered
    const changes = act.changes as Change[]
    const isOwn = unanswered.delete(act.id)
    const right = changes.flatMap((each, at): Change[] => {
      const outcome: Outcome = outcomes[at] ?? { done: 'applied' }
      if (outcome.done === 'conflict') return [{ ...each, to: outcome.present } as Change]
      if (outcome.done === 'refused') return [{ ...each, to: each.from } as Change]
      // What another tab did, and what was put right here before, is applied as it was taken.
      return !isOwn || corrected.has(keyOf(each)) ? [each] : []
    })
    if (outcomes.some((each) => each.done !== 'applied')) {
      unacknowledged.delete(act.id)
      for (const each of right) corrected.add(keyOf(each))
    }
    if (right.length) pencil.applyUnder([...right, ...ofSame(unanswered, right)])
    if (changes.some((each) => each.kind === 'declaration')) reopen()
  }

  return { seq, did, sent, reading, readUpTo, receiveNews, receive }
}
export type ClassReceiving = ReturnType<typeof classReceiving>

const keyOf = ({ kind, id }: Change) => `${kind} ${id}`

const appliedOf = ({ act, outcomes }: Receipt): Change[] =>
  (act.changes as Change[]).filter((_, at) => outcomes[at]?.done === 'applied')

/** Of the acts, the changes of records that are among those of other changes. */
function ofSame(acts: ReadonlyMap<string, readonly Change[]>, changes: readonly Change[]): Change[] {
  const keys = new Set(changes.map(keyOf))
  return [...acts.values()].flat().filter((each) => keys.has(keyOf(each)))
}
