import { desired } from '../../../core/exchange/desired'
import { merge } from '../../../core/exchange/merge'
import type { Fields, Sendable } from '../../../core/exchange/thing'
import { jointId } from '../../../core/kind'
import { same } from '../../../core/same'
import type { ClassSnapshot } from '../../../core/section'
import type { Db } from '../../database/client'
import { readBaseline, sourcedIds } from './baseline'
import { leftIn } from './left'
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
  const heldBack = await heldBackIn(db, sectionId)
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

/** What waits for a decision, as it was here when that was found, by id. */
async function heldBackIn(db: Db, sectionId: string): Promise<ReadonlyMap<string, Fields>> {
  const held = (await leftIn(db, [sectionId])).filter((item) => item.state === 'held')
  return new Map(held.flatMap(({ id, type, here }) => (here ? [[id, readStored(type, here).fields]] : [])))
}
