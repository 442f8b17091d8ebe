import { desired } from '../../../core/exchange/desired'
import { merge } from '../../../core/exchange/merge'
import { jointId } from '../../../core/kind'
import type { LeftScore } from '../../../core/looseends/left'
import { record } from '../../../core/records'
import { same } from '../../../core/same'
import type { ClassSnapshot } from '../../../core/section'
import type { Db } from '../../database/client'
import { readBaseline, sourcedIds } from './baseline'
import { leftIn } from './left'
import { readStored } from './stored'

/** How the scores of a class stand apart from the district's. */
export interface OutOfSync {
  /** Cells that the district does not have as they are. */
  unsent: string[]
  /** Cells that changed there too, and wait for a decision. */
  held: string[]
  /** Both kinds that the last exchange left, with the score as it was then. */
  left: LeftScore[]
}

/** The scores of a class that stand apart from the district's. Null before the first exchange. */
export async function cellsOutOfSync(db: Db, snapshot: ClassSnapshot): Promise<OutOfSync | null> {
  const { id: sectionId } = snapshot.section
  const base = await readBaseline(db, sectionId)
  const found = new Map((await leftIn(db, [sectionId])).map((each) => [each.id, each]))
  if (base.size === 0 && found.size === 0) return null
  const { sendables } = desired(snapshot, await sourcedIds(db, sectionId))
  const scores = sendables.flatMap((each) =>
    each.type === 'score' ? [{ ...each, cellId: jointId(each.studentId!, each.assignmentId!) }] : [],
  )
  const unsent = scores.filter(({ id, fields }) => {
    const agreed = base.get(id)?.fields
    return !agreed || merge(agreed, fields, agreed).ours.length > 0
  })
  const left = scores.flatMap(({ id, cellId, fields, studentId, assignmentId }): LeftScore[] => {
    const item = found.get(id)
    // What was changed here since is another thing than the one that was left.
    if (!item?.here || !same(fields, readStored(item.type, item.here).fields)) return []
    const state = item.state === 'held' ? 'held' : 'refused'
    const seen = record(snapshot.records, 'cell', cellId)
    return [{ studentId: studentId!, assignmentId: assignmentId!, state, reason: item.reason, seen }]
  })
  const held = left.filter((each) => each.state === 'held').map((each) => jointId(each.studentId, each.assignmentId))
  return { unsent: unsent.map((each) => each.cellId), held, left }
}
