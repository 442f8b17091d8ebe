import { fieldFault } from '../../core/fields'
import { and, eq, or, sql } from 'drizzle-orm'
import { act as actSchema, currentChange, type Act, type Change } from '../../core/acts/act'
import { applyChange, checkPrecondition, type Outcome } from '../../core/acts/apply'
import { same } from '../../core/same'
import { dependsOn } from '../../core/acts/depends'
import { noRecords, put, record, type Records } from '../../core/records'
import { SHAPE, type Kind, type RecordOf } from '../../core/kinds'
import { currentGrades } from '../../core/report-card/declared'
import type { ActResult, TakenAct } from '../../shared/class'
import type { Db } from '../database/client'
import { isAway } from '../database/faults'
import { declaredGrades, journal } from '../database/schema'
import { classScope, type Scope } from './scopes'
import { announce } from './news-signal'
import { Problem } from './problem'
import { readSome, writeRecords, type ChangeStamp } from './records-store'
import { loadSnapshot } from './snapshot'

type Row = typeof journal.$inferSelect

/** By which clocks acts are dated. */
export interface Clocks {
  /** The server's. */
  now?: Date
  /** The sender's, as it sent. */
  sentAt?: string
}

/** How far back an act may say that it was made. */
const REACH_MS = 2 * 366 * 24 * 60 * 60 * 1000

/**
 * When an act was made, by the server's clock: what the sender's is wrong by is taken off, and a time that cannot be (in
 * the future, or years ago) becomes that of its taking.
 */
export function madeAt(at: string, { now = new Date(), sentAt }: Clocks = {}): Date {
  const made = Date.parse(at) + (sentAt === undefined ? 0 : now.getTime() - Date.parse(sentAt))
  return made > now.getTime() || made < now.getTime() - REACH_MS ? now : new Date(made)
}

/**
 * Takes acts of one person on one class, in order, each by itself: one that cannot be read is rejected, one on which the
 * server stumbles is to be sent again, together with those that rest on it, and the others are taken. An act that was
 * taken before changes nothing and gets the same answer again. All of them are down on the disk when this returns.
 *
 * @param stumbled hears of a fault that was not the sender's
 */
export async function takeActs(
  db: Db,
  sectionId: string,
  userId: string,
  acts: readonly ({ id: string } & Record<string, unknown>)[],
  clocks: Clocks = {},
  stumbled: (error: unknown) => void = (error) => {
    throw error
  },
): Promise<ActResult[]> {
  const scope = classScope(sectionId)
  return db.transaction(async (tx) => {
    const results: ActResult[] = []
    const held: Act[] = []
    let isAhead = false
    for (const sent of acts) {
      // Written by a newer release than this process is of: it waits, and so does what comes after it.
      isAhead ||= typeof sent.shape === 'number' && sent.shape > SHAPE
      if (isAhead) {
        results.push({ id: sent.id, later: true })
        continue
      }
      const parsed = actSchema.safeParse(sent)
      if (!parsed.success) {
        results.push({ id: sent.id, rejected: { code: 'unreadable', fault: fieldFault(parsed.error.issues[0]) } })
        continue
      }
      const act = parsed.data
      try {
        if (dependsOn(held, act)) throw new Held()
        // A savepoint of its own, and one commit for all.
        results.push(await tx.transaction((own) => takeAct(own, scope, userId, act, clocks)))
      } catch (error) {
        if (error instanceof Problem && error.code === 'act-of-another')
          results.push({ id: act.id, rejected: { code: 'act-of-another' } })
        else {
          if (isAway(error)) throw error
          if (!(error instanceof Held)) stumbled(error)
          held.push(act)
          results.push({ id: act.id, later: true })
        }
      }
    }
    return results
  })
}
/** Waits with an act that it rests on. */
class Held extends Error {}

/**
 * Takes acts on several scopes as one: all of them, or none. Scopes are locked in one order, so that two such batches wait
 * for each other and never for ever.
 *
 * @throws Problem `conflict` with what became of each act, when any change of any of them cannot be made
 */
export async function takeTogether(
  db: Db,
  userId: string,
  parts: readonly { scope: Scope; act: Act }[],
  clocks: Clocks = {},
): Promise<TakenAct[]> {
  return db.transaction(async (tx) => {
    const byScope = [...parts].sort((a, b) => a.scope.id.localeCompare(b.scope.id))
    const taken = new Map<string, TakenAct>()
    const batch = parts.length > 1 ? parts[0]!.act.id : undefined
    for (const { scope, act } of byScope) taken.set(act.id, await takeAct(tx, scope, userId, { batch, ...act }, clocks))
    const inOrder = parts.map(({ act }) => taken.get(act.id)!)
    const refused = inOrder.flatMap(({ outcomes }) => outcomes).find((outcome) => outcome.done === 'refused')
    if (refused?.done === 'refused') throw new Problem(409, 'refused', { reason: refused.reason }, inOrder)
    if (inOrder.some(({ outcomes }) => outcomes.some((outcome) => outcome.done !== 'applied')))
      throw new Problem(409, 'conflict', {}, inOrder)
    return inOrder
  })
}

async function takeAct(tx: Db, scope: Scope, userId: string, act: Act, clocks: Clocks): Promise<TakenAct> {
  // Acts on one scope are taken one after the other, whichever process takes them.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${scope.id}, 0))`)
  const earlier = await takenBefore(tx, scope, userId, act)
  if (earlier) return earlier
  const now = clocks.now ?? new Date()
  const sent = act.changes as Change[]
  const present = await presentOf(tx, scope.id, sent)
  const refuse = await scope.rules(tx, new Set(sent.map((each) => each.kind)))
  const written = new Map<Kind, Map<string, RecordOf<Kind>>>()
  const outcomes = sent.map((change): Outcome => {
    const reason = refuse(change, present)
    if (reason) return { done: 'refused', reason }
    const outcome = checkPrecondition(record(present, change.kind, change.id) as Record<string, unknown>, change)
    if (outcome.done !== 'applied') return outcome
    applyChange(present, change)
    const ofKind = written.get(change.kind) ?? new Map<string, RecordOf<Kind>>()
    written.set(change.kind, ofKind.set(change.id, record(present, change.kind, change.id)))
    return outcome
  })
  const stamp: ChangeStamp = { changedBy: userId, changedAt: now, actId: act.id }
  for (const [kind, records] of written) await writeRecords(tx, scope.id, kind, records, stamp)
  const begun = await sittingBefore(tx, scope, userId, act, outcomes)
  const changes = begun ? [{ ...sent[0]!, from: currentChange(begun.changes[0]!, begun.shape).from }] : sent
  const [line] = await tx
    .insert(journal)
    .values({
      id: act.id,
      scopeId: scope.id,
      userId,
      kind: act.kind,
      batchId: act.batch ?? null,
      ofId: act.of ?? null,
      sitting: act.sitting ?? null,
      shape: SHAPE,
      earlierIds: begun ? [...begun.earlierIds, begun.id] : [],
      madeAt: madeAt(act.at, { ...clocks, now }),
      takenAt: now,
      changes,
      outcomes,
    })
    .returning({ seq: journal.seq })
  await keepDeclared(tx, scope.id, act.id, written.get('declaration'))
  await announce(tx, scope.id)
  return { id: act.id, seq: line!.seq, outcomes }
}

/**
 * The answer that an act got when it was taken before, as itself or as a part of its sitting; null for a new one.
 *
 * @throws Problem `act-of-another` when its id was used for another scope or by someone else
 */
async function takenBefore(tx: Db, scope: Scope, userId: string, act: Act): Promise<TakenAct | null> {
  const rows = await tx
    .select()
    .from(journal)
    .where(or(eq(journal.id, act.id), act.sitting ? eq(journal.sitting, act.sitting) : undefined))
  const before = rows.find((row) => row.id === act.id || row.earlierIds.includes(act.id))
  if (!before) return null
  if (before.scopeId === scope.id && before.userId === userId)
    return { id: act.id, seq: before.seq, outcomes: before.outcomes }
  throw new Problem(409, 'act-of-another')
}

/**
 * The line of the journal that the writing of this text in this sitting has so far, if the act goes on from there. It is
 * taken out: the act's own line takes its place, from where the sitting began.
 */
async function sittingBefore(
  tx: Db,
  scope: Scope,
  userId: string,
  { sitting, changes }: Act,
  outcomes: readonly Outcome[],
): Promise<Row | null> {
  const [change, ...more] = changes as Change[]
  if (!sitting || !change || more.length || outcomes[0]!.done !== 'applied') return null
  const [row] = await tx
    .select()
    .from(journal)
    .where(and(eq(journal.sitting, sitting), eq(journal.scopeId, scope.id), eq(journal.userId, userId)))
    .orderBy(sql`${journal.seq} desc`)
    .limit(1)
  const [before, ...others] = row?.changes ?? []
  const goesOn =
    before !== undefined &&
    others.length === 0 &&
    row!.outcomes[0]?.done === 'applied' &&
    before.kind === change.kind &&
    before.id === change.id &&
    same(before.to, change.from)
  if (!goesOn) return null
  await tx.delete(journal).where(eq(journal.seq, row!.seq))
  return row!
}

async function presentOf(tx: Db, sectionId: string, changes: readonly Change[]): Promise<Records> {
  const present = noRecords()
  for (const kind of new Set(changes.map((change) => change.kind))) {
    const ids = [...new Set(changes.flatMap((change) => (change.kind === kind ? change.id : [])))]
    for (const [id, each] of Object.entries(await readSome(tx, sectionId, kind, ids))) put(present, kind, id, each)
  }
  return present
}

/** What a period's grades and remarks are when it is declared is kept beside the declaration. */
async function keepDeclared(
  tx: Db,
  sectionId: string,
  actId: string,
  declarations: ReadonlyMap<string, RecordOf<Kind>> | undefined,
): Promise<void> {
  for (const [periodId, declaration] of declarations ?? []) {
    if (!(declaration as RecordOf<'declaration'>).declared) continue
    const snapshot = await loadSnapshot(tx, sectionId)
    const grades = currentGrades(
      snapshot,
      snapshot.periods.find((period) => period.id === periodId)!,
    )
    if (grades.length)
      await tx.insert(declaredGrades).values(grades.map((grade) => ({ ...grade, actId, sectionId, periodId })))
  }
}
