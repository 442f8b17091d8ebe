import { ref } from 'vue'
import type { Act, Change } from '#core/acts/act'
import { applyChange, type Outcome } from '#core/acts/apply'
import { record, type Records } from '#core/records'
import type { ClassAct } from '#shared/history'
import type { Receipt } from '~/queue/tabs'

/** What is known of a record on the server. */
interface Beneath {
  /** As it was read; null where ours stands on what this page knew before. */
  read: object | null
  /** What was told of it since. */
  told: { seq: number; to: object }[]
}

interface Receiving {
  /** The class that is open. */
  sectionId: () => string | undefined
  /** Applies changes to what is kept, under what is tried in pencil. */
  pencil: { applyUnder: (changes: readonly Change[]) => void }
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
  /** What is known of the server's side of records on which something of ours, not yet answered, stands here. */
  const beneath = new Map<string, Beneath>()
  /** The number of the last act that was in the class as it was read. */
  let read = 0
  /** What was answered, and what was told, of the class that is being read. */
  let whileReading: { id: string; receipts: (Receipt & { isOwn: boolean })[]; news: ClassAct[] } | null = null

  /** An act was done here. */
  function did(actId: string, changes: readonly Change[]): void {
    unacknowledged.set(actId, changes)
    unanswered.set(actId, changes)
    for (const each of changes) if (!beneath.has(keyOf(each))) beneath.set(keyOf(each), { read: null, told: [] })
  }
  /** An act went straight to the server, and comes back as news. */
  const sent = (actId: string) => void unacknowledged.set(actId, [])

  /**
   * From now until `readUpTo`, answers and news of a class are remembered: they may be later than what is on its way.
   */
  const reading = (id: string) => void (whileReading = { id, receipts: [], news: [] })

  /** Applies what the server did not have yet when it read the class on top of what it read, in the order of taking. */
  function readUpTo(last: number, records: Records, waiting: readonly Act[]): void {
    const { receipts, news } = whileReading ?? { receipts: [], news: [] }
    whileReading = null
    unacknowledged.clear()
    unanswered.clear()
    corrected.clear()
    beneath.clear()
    const later = news.filter((each) => each.seq > last)
    for (const each of later) for (const change of each.changes as Change[]) applyChange(records, change)
    read = seq.value = later.at(-1)?.seq ?? last
    for (const each of receipts) {
      if (each.seq === null || each.seq <= seq.value) continue
      const applied = appliedOf(each)
      for (const change of applied) applyChange(records, change)
      if (each.isOwn) unacknowledged.set(each.act.id, applied)
    }
    const answered = new Set(receipts.map((each) => each.act.id))
    const still = new Map(waiting.filter(({ id }) => !answered.has(id)).map((each) => [each.id, each]))
    for (const { id, changes } of still.values()) {
      for (const each of changes as Change[])
        if (!beneath.has(keyOf(each))) beneath.set(keyOf(each), { read: record(records, each.kind, each.id), told: [] })
      did(id, changes as Change[])
      for (const change of changes as Change[]) applyChange(records, change)
    }
  }

  /**
   * Takes in what was done on the class elsewhere.
   *
   * @returns whether it is news here
   */
  function receiveNews(act: ClassAct): boolean {
    // Another class may be on its way.
    if (whileReading?.id === sectionId()) whileReading?.news.push(act)
    if (act.seq <= seq.value) return false
    seq.value = act.seq
    const changes = act.changes as Change[]
    for (const each of changes) beneath.get(keyOf(each))?.told.push({ seq: act.seq, to: each.to })
    if (unacknowledged.delete(act.id)) return false
    pencil.applyUnder([...changes, ...ofSame(unacknowledged, changes)])
    if (changes.some((each) => each.kind === 'declaration')) reopen()
    return true
  }

  /** Takes in what the server said of an act, so that this page shows what is there. */
  function receive(answered: Receipt): void {
    const { act, outcomes } = answered
    const changes = act.changes as Change[]
    const isOwn = unanswered.delete(act.id)
    if (answered.sectionId === whileReading?.id) whileReading.receipts.push({ ...answered, isOwn })
    if (answered.sectionId !== sectionId()) return
    const isTold = answered.seq !== null && answered.seq <= seq.value
    // What was read has it already, and no news of it comes any more.
    if (isTold) unacknowledged.delete(act.id)
    const right = changes.flatMap((each, at): Change[] => {
      const outcome: Outcome = outcomes[at] ?? { done: 'applied' }
      const under = beneath.get(keyOf(each))
      const isRead = under?.read && answered.seq !== null && answered.seq <= read
      // What another tab did is applied as it was taken, unless its news has come already; so is what was put right before.
      const isShown = isOwn ? !corrected.has(keyOf(each)) : isTold
      if (outcome.done === 'applied' && isShown && !isRead) return []
      const taken = outcome.done === 'conflict' ? outcome.present : outcome.done === 'refused' ? each.from : each.to
      // Others may have gone on from there before the answer came.
      const since = under?.told.filter((news) => isRead || news.seq > (answered.seq ?? 0)) ?? []
      return [
        { ...each, to: Object.assign({}, isRead ? under.read : taken, ...since.map((news) => news.to)) } as Change,
      ]
    })
    if (outcomes.some((each) => each.done !== 'applied')) {
      unacknowledged.delete(act.id)
      for (const each of right) corrected.add(keyOf(each))
    }
    if (right.length) pencil.applyUnder([...right, ...ofSame(unanswered, right)])
    const waiting = new Set([...unanswered.values()].flat().map(keyOf))
    for (const each of changes) if (!waiting.has(keyOf(each))) beneath.delete(keyOf(each))
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
