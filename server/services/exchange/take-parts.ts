import { randomUUID } from 'node:crypto'
import { fitted, type Act, type Change } from '../../../core/acts/act'
import { changesTo, type Outcome } from '../../../core/acts/apply'
import type { Desired } from '../../../core/desired'
import { SHAPE } from '../../../core/kinds'
import type { Message } from '../../../core/message'
import type { ClassSnapshot } from '../../../core/section'
import type { Db } from '../../database/client'
import { takeActs } from '../acts'

/** What one thing of another system changes here; null where it has no place here. */
export interface Part<T> {
  item: T
  desired: readonly Desired[] | null
}

/** What became of it, and why it was not taken. */
export interface Taken<T> {
  item: T
  isTaken: boolean
  reason: Message | null
}

/** So many changes are one act at most. */
const AT_ONCE = 5000

/**
 * Takes over what came from another system, as an act of the teacher whose run it is. What is not fit to be kept is
 * refused by itself, and the rest is taken.
 */
export async function takeParts<T>(
  tx: Db,
  snapshot: ClassSnapshot,
  userId: string,
  parts: readonly Part<T>[],
): Promise<Taken<T>[]> {
  const ready = parts.map(({ item, desired }) => {
    const fit = desired && fitted(desired)
    if (!fit) return { item, changes: null, reason: null }
    return 'fault' in fit
      ? { item, changes: null, reason: fit.fault }
      : { item, changes: changesTo(snapshot.records, fit), reason: null }
  })
  const outcomes = await outcomesOf(
    tx,
    snapshot.section.id,
    userId,
    ready.flatMap(({ changes }) => changes ?? []),
  )
  let at = 0
  return ready.map(({ item, changes, reason }) => {
    const found = outcomes.slice(at, (at += changes?.length ?? 0))
    const refused = found.find((each) => each.done === 'refused')
    const isTaken =
      changes !== null && found.length === changes.length && found.every((each) => each.done === 'applied')
    return { item, isTaken, reason: refused?.done === 'refused' ? refused.reason : reason }
  })
}

async function outcomesOf(tx: Db, sectionId: string, userId: string, changes: readonly Change[]): Promise<Outcome[]> {
  const batch = changes.length > AT_ONCE ? { batch: randomUUID() } : {}
  const acts: Act[] = []
  for (let at = 0; at < changes.length; at += AT_ONCE)
    acts.push({
      ...{ id: randomUUID(), shape: SHAPE, kind: 'pull', at: new Date().toISOString(), ...batch },
      changes: changes.slice(at, at + AT_ONCE) as Act['changes'],
    })
  const results = acts.length ? await takeActs(tx, sectionId, userId, acts) : []
  return results.flatMap((each) => ('outcomes' in each ? each.outcomes : []))
}
