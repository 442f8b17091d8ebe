import { and, desc, eq, inArray, sql } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { runItems, runs } from '../../database/schema'

type Item = typeof runItems.$inferSelect
/** What a run of a whole class left: what waits for its teacher, and what the district did not take. */
export type Left = Pick<Item, 'id' | 'type' | 'state' | 'reason' | 'here' | 'there' | 'base'> & {
  sectionId: string
  at: Date
}

/** Runs of whole classes that are over or go on, the newest first. */
export const wholePush = and(
  eq(runs.kind, 'push'),
  eq(runs.isPartial, false),
  inArray(runs.state, ['queued', 'running', 'done', 'stopped', 'failed']),
)

/**
 * What the last run of each class left, without what was decided or mended since by a run of its own. One definition for
 * the sheet, the teacher's page and the office's.
 *
 * @param sectionIds of which classes; null of all
 */
export async function leftIn(db: Db, sectionIds: readonly string[] | null): Promise<Left[]> {
  if (sectionIds?.length === 0) return []
  const last = db
    .selectDistinctOn([runs.sectionId], { id: runs.id, sectionId: runs.sectionId, startedAt: runs.startedAt })
    .from(runs)
    .where(and(wholePush, ...(sectionIds ? [inArray(runs.sectionId, [...sectionIds])] : [])))
    .orderBy(runs.sectionId, desc(runs.startedAt))
    .as('last')
  const settledSince = sql`exists (select 1 from ${runItems} later join ${runs} other on other.id = later.run_id
    where other.section_id = ${last.sectionId} and other.started_at > ${last.startedAt} and later.id = ${runItems.id}
    and later.state in ('sent', 'taken'))`
  const rows = await db
    .select({
      id: runItems.id,
      type: runItems.type,
      state: runItems.state,
      reason: runItems.reason,
      here: runItems.here,
      there: runItems.there,
      base: runItems.base,
      sectionId: last.sectionId,
      at: last.startedAt,
    })
    .from(last)
    .innerJoin(runItems, eq(runItems.runId, last.id))
    .where(and(inArray(runItems.state, ['held', 'refused']), sql`not ${settledSince}`))
  return rows.map((row) => ({ ...row, sectionId: row.sectionId! }))
}
