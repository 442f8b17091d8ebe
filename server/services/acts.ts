import { eq, sql } from 'drizzle-orm'
import type { Act, Change } from '../../core/acts/act'
import { applyChange, judge, type Outcome } from '../../core/acts/apply'
import { noRecords, record, type Kind, type RecordOf, type Records } from '../../core/acts/records'
import { standing } from '../../core/grading/declared'
import type { Db } from '../database/client'
import { declaredGrades, journal } from '../database/schema'
import { classHome, type Home } from './homes'
import { Problem } from './problem'
import { readSome, writeRecords, type Hand } from './records-store'
import { loadSnapshot } from './snapshot'

export interface TakenAct {
  id: string
  outcomes: Outcome[]
}

/**
 * Takes acts of one person on one class, in order; each in one transaction with its line in the journal. An act that was
 * taken before changes nothing and gets the same answer again.
 *
 * @throws Problem `act-of-another` when an id was used for another class or by someone else
 */
export async function takeActs(
  db: Db,
  sectionId: string,
  userId: string,
  acts: readonly Act[],
  now = new Date(),
): Promise<TakenAct[]> {
  const taken: TakenAct[] = []
  for (const act of acts) taken.push(await db.transaction((tx) => takeAct(tx, classHome(sectionId), userId, act, now)))
  return taken
}

/**
 * Takes acts on several homes as one: all of them, or none. Homes are locked in one order, so that two such deeds wait
 * for each other and never for ever.
 *
 * @throws Problem `changed-meanwhile` with what became of each act, when any change of any of them cannot be made
 */
export async function takeTogether(
  db: Db,
  userId: string,
  deeds: readonly { home: Home; act: Act }[],
  now = new Date(),
): Promise<TakenAct[]> {
  return db.transaction(async (tx) => {
    const byHome = [...deeds].sort((a, b) => a.home.id.localeCompare(b.home.id))
    const taken = new Map<string, TakenAct>()
    const deed = deeds.length > 1 ? deeds[0]!.act.id : undefined
    for (const { home, act } of byHome) taken.set(act.id, await takeAct(tx, home, userId, { deed, ...act }, now))
    const inOrder = deeds.map(({ act }) => taken.get(act.id)!)
    const refused = inOrder.flatMap(({ outcomes }) => outcomes).find((outcome) => outcome.done === 'refused')
    if (refused?.done === 'refused')
      throw new Problem(409, 'refused', `${refused.reason} Nothing was changed.`, inOrder)
    if (inOrder.some(({ outcomes }) => outcomes.some((outcome) => outcome.done !== 'applied')))
      throw new Problem(
        409,
        'changed-meanwhile',
        'Somebody changed one of these classes meanwhile. Nothing was changed; look at it again.',
        inOrder,
      )
    return inOrder
  })
}

async function takeAct(tx: Db, home: Home, userId: string, act: Act, now: Date): Promise<TakenAct> {
  // Acts on one home are taken one after the other, whichever process takes them.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${home.id}, 0))`)
  const [before] = await tx.select().from(journal).where(eq(journal.id, act.id))
  if (before) {
    if (before.homeId === home.id && before.userId === userId) return { id: act.id, outcomes: before.outcomes }
    throw new Problem(
      409,
      'act-of-another',
      'This change carries the number of another one. Reload the page and make it again.',
    )
  }
  const changes = act.changes as Change[]
  const present = await presentOf(tx, home.id, changes)
  const refuse = await home.rules(tx)
  const written = new Map<Kind, Map<string, RecordOf<Kind>>>()
  const outcomes = changes.map((change): Outcome => {
    const reason = refuse(change, present)
    if (reason) return { done: 'refused', reason }
    const outcome = judge(record(present, change.kind, change.id) as Record<string, unknown>, change)
    if (outcome.done !== 'applied') return outcome
    applyChange(present, change)
    const ofKind = written.get(change.kind) ?? new Map<string, RecordOf<Kind>>()
    written.set(change.kind, ofKind.set(change.id, present[change.kind][change.id]!))
    return outcome
  })
  const hand: Hand = { changedBy: userId, changedAt: now, actId: act.id }
  for (const [kind, records] of written) await writeRecords(tx, home.id, kind, records, hand)
  await tx.insert(journal).values({
    id: act.id,
    homeId: home.id,
    userId,
    kind: act.kind,
    deedId: act.deed ?? null,
    ofId: act.of ?? null,
    madeAt: new Date(act.at),
    takenAt: now,
    changes,
    outcomes,
  })
  await keepDeclared(tx, home.id, act.id, written.get('declaration'))
  return { id: act.id, outcomes }
}

async function presentOf(tx: Db, sectionId: string, changes: readonly Change[]): Promise<Records> {
  const present = noRecords()
  for (const kind of new Set(changes.map((change) => change.kind))) {
    const ids = [...new Set(changes.flatMap((change) => (change.kind === kind ? change.id : [])))]
    Object.assign(present[kind], await readSome(tx, sectionId, kind, ids))
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
    const grades = standing(
      snapshot,
      snapshot.periods.find((period) => period.id === periodId)!,
    )
    if (grades.length)
      await tx.insert(declaredGrades).values(grades.map((grade) => ({ ...grade, actId, sectionId, periodId })))
  }
}
