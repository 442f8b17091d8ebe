import type { Choice } from '../../../core/exchange/compare'
import { scoreId } from '../../../core/exchange/desired'
import type { HeldScore } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import type { Reached } from '../connections'
import { Problem } from '../problem'
import { leftIn } from './left'
import { preparePush } from './prepare'
import { decide, letGo, readRun } from './run'
import { readStored } from './stored'

/** Both sides of a score that waits for a decision, as they were found; null where it waits for none. */
export async function heldScore(db: Db, sectionId: string, cellId: string): Promise<HeldScore | null> {
  const id = scoreId(cellId)
  const item = (await leftIn(db, [sectionId])).find((each) => each.id === id && each.state === 'held')
  if (!item) return null
  const fields = (of: typeof item.here) => (of ? readStored(item.type, of).fields : null)
  return { there: fields(item.there), base: fields(item.base), foundAt: item.at }
}

/**
 * Decides one score where it stands: a run of its own takes theirs over or sends mine.
 *
 * @returns the run; null where both sides agree by now
 * @throws Problem `run-under-way`
 */
export async function settleScore(
  db: Db,
  reached: Reached,
  sectionId: string,
  userId: string,
  { cellId, choice }: { cellId: string; choice: Choice },
): Promise<string | null> {
  const runId = await preparePush(db, reached, sectionId, userId, { only: scoreId(cellId) })
  const { items } = await readRun(db, runId)
  if (items.length === 0) return null
  await decide(db, { id: runId, sectionId }, userId, {
    places: items.map((each) => each.place),
    choice,
    remember: 'no',
  })
  const after = await readRun(db, runId)
  // What is gone there cannot be taken over.
  if (after.items.some((each) => each.state === 'held')) throw new Problem(409, 'nothing-to-send')
  await letGo(db, runId)
  return runId
}
