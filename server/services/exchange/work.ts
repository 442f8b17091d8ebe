import { and, asc, eq } from 'drizzle-orm'
import { taking } from '../../../core/exchange/take'
import { merge } from '../../../core/exchange/merge'
import type { Fields, Thing } from '../../../core/exchange/thing'
import { same } from '../../../core/same'
import type { RunOutcome, SentCounts } from '../../../shared/runs'
import type { Db } from '../../database/client'
import { runItems, runs } from '../../database/schema'
import type { Reached } from '../connections'
import { Problem, problemOf } from '../problem'
import { loadSnapshot } from '../snapshot'
import { agree } from './baseline'
import { claimPush, type Claim } from './claim'
import { compareClass, countsOf } from './prepare'
import { takeParts } from './take-parts'

type Item = typeof runItems.$inferSelect

/** So many things of one sort are on their way at once. */
const AT_ONCE = 4
/** How often one thing is tried in runs of their own before it is said to be refused. */
const TRIES = 4
/** How often, and after how long at most, a partner that is away is asked again. */
const AWAY_TRIES = 12
const AWAY_FIRST_MS = 15_000
const AWAY_LATEST_MS = 15 * 60_000
const isAway = new Set(['partner-silent', 'partner-busy', 'partner-refused'])

/**
 * Works on a push, whoever began it: what was shown is sent, or said to have changed since; each answer is written down
 * with what is agreed from then on, so that an end in the middle costs nothing and the next worker goes on behind it.
 *
 * @param reach finds the district's system by its connection
 * @returns when it is to be gone on with, where the partner is away
 */
export async function workPush(
  db: Db,
  reach: (connectionId: string | null) => Promise<Reached>,
  runId: string,
  today: string,
): Promise<Date | null> {
  const claim = await claimPush(db, runId)
  if (!claim) return null
  try {
    const reached = await reach(claim.run.connectionId)
    const waiting = await stillAsShown(db, reached, claim)
    await takeOver(db, claim, waiting)
    await sendAll(db, reached, claim, waiting, today)
    return await finish(db, claim)
  } catch (error) {
    const again = await giveUp(db, claim, error)
    if (!(error instanceof Problem)) throw error
    return again
  } finally {
    claim.end()
  }
}

const waitingOf = (db: Db, runId: string) =>
  db
    .select()
    .from(runItems)
    .where(and(eq(runItems.runId, runId), eq(runItems.state, 'waiting')))
    .orderBy(asc(runItems.place))

/** What waits and is on both sides as it was when it was shown. What arrived without an answer is noted as sent. */
async function stillAsShown(db: Db, reached: Reached, { run }: Claim): Promise<Item[]> {
  const waiting = await waitingOf(db, run.id)
  if (waiting.length === 0) return []
  const { differences, there, alike } = await compareClass(db, reached, run.sectionId!, run.removesPeriodId)
  for (const each of alike) await agree(db, run.sectionId!, each, each.fields)
  const now = new Map(differences.map((each) => [each.id, each]))
  const still: Item[] = []
  for (const item of waiting) {
    const difference = now.get(item.id)
    const theirs = there.get(item.id)?.fields ?? null
    if (difference && same(difference.here, item.here) && same(theirs, item.there)) still.push(item)
    else await settle(db, item, { state: isThere(item, theirs) ? 'sent' : 'moved' })
  }
  return still
}

/** Whether a thing is there already as it was to be: it was sent, and the answer was lost. */
const isThere = ({ after }: Item, there: Fields | null): boolean =>
  after && there ? merge(null, after, there).conflicts.length === 0 : !after && !there

async function settle(db: Db, item: Item, set: Partial<Item>): Promise<void> {
  await db
    .update(runItems)
    .set({ ...set, settledAt: new Date() })
    .where(and(eq(runItems.runId, item.runId), eq(runItems.place, item.place)))
}

/** Names of the fields of a thing that become here what they are there. */
const theirsOf = ({ here, after, there, differing }: Item): string[] =>
  here && after && there ? differing.filter((name) => !same(after[name], here[name])) : []

/**
 * Takes over what was changed there: one act of the teacher whose run it is, in one step with what is noted of it. Undo
 * takes it back like any other.
 */
async function takeOver(db: Db, { run }: Claim, waiting: readonly Item[]): Promise<void> {
  const items = waiting.filter((item) => item.step === 'take' || theirsOf(item).length > 0)
  if (items.length === 0) return
  await db.transaction(async (tx) => {
    const snapshot = await loadSnapshot(tx, run.sectionId!)
    const parts = items.map((item) => ({ item, desired: taking(snapshot, { ...item, differing: theirsOf(item) }) }))
    for (const { item, isTaken, reason } of await takeParts(tx, snapshot, run.userId, parts)) {
      if (item.step === 'take') {
        if (isTaken) await agree(tx, run.sectionId!, item, item.after)
        await settle(tx, item, { state: isTaken ? 'taken' : 'held', reason })
      } else if (isTaken) {
        // It is here as it is there; the rest of the thing is still to be sent.
        const names = theirsOf(item)
        item.here = { ...item.here!, ...Object.fromEntries(names.map((name) => [name, item.after![name]])) }
        await settle(tx, item, { here: item.here })
      }
    }
  })
}

/** Sends what waits, sort by sort in the order in which they refer to each other. */
async function sendAll(db: Db, reached: Reached, claim: Claim, waiting: readonly Item[], today: string): Promise<void> {
  const todo = waiting.filter((item) => item.step !== 'take')
  for (let from = 0; from < todo.length;) {
    const { type, step } = todo[from]!
    const isRemoval = step === 'remove'
    let to = from
    while (to < todo.length && todo[to]!.type === type && (todo[to]!.step === 'remove') === isRemoval) to++
    await sendGroup(db, reached, claim, todo.slice(from, to), today)
    from = to
  }
}

/** Sends things that do not refer to each other, some at once. @throws what ended one of them, after the others of its turn */
async function sendGroup(db: Db, reached: Reached, claim: Claim, items: Item[], today: string): Promise<void> {
  let ended: unknown
  let isOver = false
  const sender = async () => {
    while (!isOver) {
      const item = items.shift()
      if (!item || !(await claim.holds())) return
      try {
        await sendOne(db, reached, claim, item, today)
      } catch (error) {
        ended = error
        isOver = true
      }
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, sender))
  if (isOver) throw ended
}

async function sendOne(db: Db, { partner }: Reached, { run }: Claim, item: Item, today: string): Promise<void> {
  const { type, id, after } = item
  const answer =
    after === null ? await partner.remove(type, id) : await partner.put({ type, id, fields: after } as Thing, today)
  if (answer.taken) {
    // A change there that could not be taken over is not agreed on.
    const open = theirsOf(item)
    const agreed = after && { ...after, ...Object.fromEntries(open.map((name) => [name, item.base?.[name]])) }
    await db.transaction(async (tx) => {
      await settle(tx, item, { state: 'sent', reason: null })
      await agree(tx, run.sectionId!, item, agreed)
    })
    return
  }
  const tries = item.tries + 1
  if (answer.isPassing && tries < TRIES) await settle(db, item, { tries, reason: answer.reason })
  else await settle(db, item, { state: 'refused', tries, reason: answer.reason })
}

async function finish(db: Db, claim: Claim): Promise<Date | null> {
  const counts = await countsIn(db, claim.run.id)
  const next = new Date(Date.now() + AWAY_FIRST_MS)
  if (counts.waiting > 0) {
    const problem = { code: 'partner-stumbles', figures: { things: counts.waiting } }
    const outcome: RunOutcome = { code: 'away', problem, next: next.toISOString(), counts }
    return (await release(db, claim, { state: 'queued', nextAt: next, outcome })) ? next : null
  }
  await release(db, claim, { state: 'done', finishedAt: new Date(), outcome: { code: 'sent', counts } })
  return null
}

/** A partner that is away is asked again by and by; anything else ends the run, and what was left can be gone on with. */
async function giveUp(db: Db, claim: Claim, error: unknown): Promise<Date | null> {
  const counts = await countsIn(db, claim.run.id)
  const problem = problemOf(error)
  const tries = claim.run.tries + 1
  if (problem && isAway.has(problem.code) && tries < AWAY_TRIES) {
    const asked = Number(problem.figures.seconds ?? 0) * 1000
    const next = new Date(Date.now() + Math.max(asked, Math.min(AWAY_FIRST_MS * 2 ** (tries - 1), AWAY_LATEST_MS)))
    const outcome: RunOutcome = { code: 'away', problem, next: next.toISOString(), counts }
    return (await release(db, claim, { state: 'queued', tries, nextAt: next, outcome })) ? next : null
  }
  await release(db, claim, {
    state: 'failed',
    tries,
    finishedAt: new Date(),
    outcome: { code: 'failed', problem, counts },
  })
  return null
}

/** Leaves the run; one that was stopped meanwhile says what it came to with what was on its way then. */
async function release(db: Db, claim: Claim, set: Partial<Claim['run']>): Promise<boolean> {
  if (await claim.release(set)) return true
  const outcome: RunOutcome = { code: 'sent', counts: await countsIn(db, claim.run.id) }
  await db
    .update(runs)
    .set({ outcome })
    .where(and(eq(runs.id, claim.run.id), eq(runs.state, 'stopped')))
  return false
}

export async function countsIn(db: Db, runId: string): Promise<SentCounts> {
  const items = await db.select({ state: runItems.state }).from(runItems).where(eq(runItems.runId, runId))
  return countsOf(items.map((item) => item.state))
}
