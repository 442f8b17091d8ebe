import { and, desc, eq, inArray } from 'drizzle-orm'
import { desired } from '../../../core/exchange/desired'
import { merge } from '../../../core/exchange/merge'
import type { Fields, Sendable } from '../../../core/exchange/thing'
import { jointId } from '../../../core/kind'
import { same } from '../../../core/same'
import type { ClassSnapshot } from '../../../core/section'
import type { Db } from '../../database/client'
import { runItems, runs } from '../../database/schema'
import { readBaseline, sourcedIds } from './baseline'
import { readStored } from './stored'

/**
 * The scores of a class that stand apart from the district's, by the ids of their cells: those that it does not have as
 * they are, and those that the last run held because they had changed there. Null before the first exchange.
 */
export async function cellsOutOfSync(
  db: Db,
  snapshot: ClassSnapshot,
): Promise<{ unsent: string[]; held: string[] } | null> {
  const { id: sectionId } = snapshot.section
  const base = await readBaseline(db, sectionId)
  if (base.size === 0) return null
  const { sendables } = desired(snapshot, await sourcedIds(db, sectionId))
  const heldBack = await heldBackBy(db, sectionId)
  const cellsOf = (belongs: (each: Sendable) => boolean) =>
    sendables.flatMap((each) =>
      each.type === 'score' && belongs(each) ? jointId(each.studentId!, each.assignmentId!) : [],
    )
  return {
    unsent: cellsOf(({ id, fields }) => {
      const agreed = base.get(id)?.fields
      return !agreed || merge(agreed, fields, agreed).ours.length > 0
    }),
    // What was changed here since is another thing than the one that was held.
    held: cellsOf(({ id, fields }) => same(fields, heldBack.get(id))),
  }
}

/** What the last push of a class held back, as it was here then, by id. */
async function heldBackBy(db: Db, sectionId: string): Promise<ReadonlyMap<string, Fields>> {
  const [last] = await db
    .select({ id: runs.id })
    .from(runs)
    .where(
      and(eq(runs.sectionId, sectionId), eq(runs.kind, 'push'), inArray(runs.state, ['done', 'stopped', 'failed'])),
    )
    .orderBy(desc(runs.startedAt))
    .limit(1)
  if (!last) return new Map()
  const items = await db
    .select({ id: runItems.id, type: runItems.type, here: runItems.here })
    .from(runItems)
    .where(and(eq(runItems.runId, last.id), eq(runItems.state, 'held')))
  return new Map(items.flatMap(({ id, type, here }) => (here ? [[id, readStored(type, here).fields]] : [])))
}
