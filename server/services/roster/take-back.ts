import { setImmediate } from 'node:timers/promises'
import { and, desc, eq, inArray, lt, or } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { connections, rosterChanges, runs } from '../../database/schema'
import { announceRoster } from '../news-signal'
import { Problem } from '../problem'
import { takenBack, writeStep } from './rows'
import { kinds, longAgo, TAKING_BACK } from './run'
import { letGo } from './staged'

/**
 * Takes back what a run did, as far as it still is so; people and classes that came with it stay known, without anybody
 * in them, so that no score is lost.
 *
 * @throws Problem `nothing-to-take-back`
 */
export async function takeBackRosterRun(db: Db, runId: string): Promise<void> {
  const now = new Date()
  const [taken] = await db
    .update(runs)
    .set({ state: 'running', aliveAt: now, done: 0, worker: TAKING_BACK })
    .where(
      and(
        eq(runs.id, runId),
        inArray(runs.kind, kinds),
        or(
          inArray(runs.state, ['done', 'stopped', 'failed']),
          // One that broke off in the middle is taken back again: what is back already stays so.
          and(eq(runs.state, 'running'), eq(runs.worker, TAKING_BACK), lt(runs.aliveAt, longAgo())),
        ),
      ),
    )
    .returning({ outcome: runs.outcome, connectionId: runs.connectionId })
  if (!taken) throw new Problem(409, 'nothing-to-take-back')
  const lines = await db
    .select({ place: rosterChanges.place })
    .from(rosterChanges)
    .where(eq(rosterChanges.runId, runId))
    .orderBy(desc(rosterChanges.place))
  for (const { place } of lines)
    await db
      .transaction(async (tx) => {
        const [line] = await tx
          .select()
          .from(rosterChanges)
          .where(and(eq(rosterChanges.runId, runId), eq(rosterChanges.place, place)))
        await writeStep(tx, await takenBack(tx, { part: line!.part, changes: line!.rows }))
        await tx.update(runs).set({ aliveAt: new Date() }).where(eq(runs.id, runId))
      })
      .then(() => setImmediate())
  // What the partner says next has to be looked at whole.
  if (taken.connectionId)
    await db.update(connections).set({ rosterAt: null }).where(eq(connections.id, taken.connectionId))
  await db
    .update(runs)
    .set({ state: 'taken back', finishedAt: new Date(), outcome: taken.outcome })
    .where(eq(runs.id, runId))
  await letGo(db, [runId])
  await announceRoster(db, runId)
}
