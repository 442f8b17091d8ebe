import { eq, sql } from 'drizzle-orm'
import type { Act, Change } from '../../core/acts/act'
import { applyChange, judge, type Outcome } from '../../core/acts/apply'
import { noRecords, record, type Kind, type RecordOf, type Records } from '../../core/acts/records'
import { standing } from '../../core/grading/declared'
import type { Db } from '../database/client'
import { declaredGrades, journal, sections } from '../database/schema'
import { Problem } from './problem'
import { readSome, writeRecords, type Hand } from './records-store'
import { referents, refusal } from './referents'
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
  for (const act of acts)
    taken.push({ id: act.id, outcomes: await db.transaction((tx) => takeAct(tx, sectionId, userId, act, now)) })
  return taken
}

async function takeAct(tx: Db, sectionId: string, userId: string, act: Act, now: Date): Promise<Outcome[]> {
  // Acts on one class are taken one after the other, whichever process takes them.
  await tx.execute(sql`select 1 from ${sections} where ${sections.id} = ${sectionId} for update`)
  const [before] = await tx.select().from(journal).where(eq(journal.id, act.id))
  if (before) {
    if (before.sectionId === sectionId && before.userId === userId) return before.outcomes
    throw new Problem(
      409,
      'act-of-another',
      'This change carries the number of another one. Reload the page and make it again.',
    )
  }
  const changes = act.changes as Change[]
  const present = await presentOf(tx, sectionId, changes)
  const known = await referents(tx, sectionId)
  const written = new Map<Kind, Map<string, RecordOf<Kind>>>()
  const outcomes = changes.map((change): Outcome => {
    const reason = refusal(change, known)
    if (reason) return { done: 'refused', reason }
    const outcome = judge(record(present, change.kind, change.id) as Record<string, unknown>, change)
    if (outcome.done !== 'applied') return outcome
    applyChange(present, change)
    const ofKind = written.get(change.kind) ?? new Map<string, RecordOf<Kind>>()
    written.set(change.kind, ofKind.set(change.id, present[change.kind][change.id]!))
    return outcome
  })
  const hand: Hand = { changedBy: userId, changedAt: now, actId: act.id }
  for (const [kind, records] of written) await writeRecords(tx, sectionId, kind, records, hand)
  await tx.insert(journal).values({
    id: act.id,
    sectionId,
    userId,
    kind: act.kind,
    madeAt: new Date(act.at),
    takenAt: now,
    changes,
    outcomes,
  })
  await keepDeclared(tx, sectionId, act.id, written.get('declaration'))
  return outcomes
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
