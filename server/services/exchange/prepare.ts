import { randomUUID } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import { compare, type Difference } from '../../../core/exchange/compare'
import { desired, type Unsendable } from '../../../core/exchange/desired'
import { isOfTerm, staysThere, termThere } from '../../../core/exchange/terms-there'
import { merge } from '../../../core/exchange/merge'
import type { Sendable } from '../../../core/exchange/thing'
import { isOwnSpace } from '../../../core/roster/own-space'
import type { Beside } from '../../../shared/exchange'
import type { SentCounts } from '../../../shared/runs'
import type { Db } from '../../database/client'
import { runItems, runs } from '../../database/schema'
import type { Told } from '../../../core/formats/oneroster/gradebook'
import { noting, type Reached } from '../connections'
import { Problem } from '../problem'
import { loadSnapshot } from '../snapshot'
import { readBaseline, sourcedIds } from './baseline'
import { choicesIn } from './choices'
import { lastChanges } from './last-change'

/** A class beside what the district holds of it. */
export interface Compared {
  differences: Difference[]
  unsendables: Unsendable[]
  /** What both sides hold alike without having agreed on it: the answer to the sending was lost. */
  alike: Sendable[]
  there: ReadonlyMap<string, Told>
}

/**
 * Compares a class with what the district holds of it now. Nothing is written.
 *
 * @param removing the period whose declared grades are to be removed there, where a teacher asked for that
 * @throws Problem `not-the-districts` for a class of a teacher's own
 */
export async function compareClass(
  db: Db,
  reached: Reached,
  sectionId: string,
  removing: string | null = null,
): Promise<Compared> {
  const snapshot = await loadSnapshot(db, sectionId)
  const sourced = await sourcedIds(db, sectionId)
  const classId = sourced.get(sectionId)!
  if (isOwnSpace(classId)) throw new Problem(409, 'not-the-districts')
  const { sendables, unsendables } = desired(snapshot, sourced)
  const there = await noting(db, reached, () => reached.partner.gradebook(classId))
  const baseline = await readBaseline(db, sectionId)
  const alike = sendables.filter(({ id, fields }) => {
    const theirs = there.get(id)?.fields
    return theirs && isAlike(fields, theirs) && !isAlike(fields, baseline.get(id)?.fields)
  })
  const stays = staysThere(snapshot, removing)
  const differences = compare(sendables, there, baseline, await choicesIn(db, sectionId, 'push'), stays)
  return { differences, unsendables, alike, there }
}

/** Everything of a class that the district should hold, as a file has it. */
export async function thingsOf(db: Db, sectionId: string): Promise<Sendable[]> {
  return desired(await loadSnapshot(db, sectionId), await sourcedIds(db, sectionId)).sendables
}

/** Everything of a class beside what the district holds of it now, whether different or not; and what is only there. */
export async function besideDistrict(db: Db, reached: Reached, sectionId: string): Promise<Beside[]> {
  const snapshot = await loadSnapshot(db, sectionId)
  const sourced = await sourcedIds(db, sectionId)
  const classId = sourced.get(sectionId)!
  if (isOwnSpace(classId)) throw new Problem(409, 'not-the-districts')
  const { sendables } = desired(snapshot, sourced)
  const there = await noting(db, reached, () => reached.partner.gradebook(classId))
  const here = new Set(sendables.map((each) => each.id))
  const foreign = [...there].filter(([id, { type }]) => !here.has(id) && type !== 'category')
  return [
    ...sendables.map(({ type, id, title, fields }) => {
      const theirs = there.get(id)?.fields ?? null
      return { type, id, title, here: fields, there: theirs, isAlike: isAlike(fields, theirs ?? undefined) }
    }),
    ...foreign.map(([id, { type, fields }]) => {
      const title = typeof fields.name === 'string' ? fields.name : ''
      return { type, id, title, here: null, there: fields, isAlike: false }
    }),
  ]
}

/**
 * Counts what the SIS holds of a period, as far as it is known here.
 *
 * @example await termInSis(db, sectionId, 'q1') // { grades: 28, remarks: 26 }
 */
export const termInSis = async (db: Db, sectionId: string, periodId: string) =>
  termThere(sectionId, { id: periodId }, await readBaseline(db, sectionId))

const isAlike = (here: Sendable['fields'], there: Record<string, unknown> | undefined): boolean =>
  there !== undefined && merge(null, here, there).conflicts.length === 0

/**
 * Prepares a push: what would be done is written down as it is shown, and nothing is sent. One that was prepared before for
 * the class, and not sent, gives way to it.
 *
 * @param only the one thing that it is about, decided where it stands
 * @param removing the period whose declared grades are to be removed there, and nothing else
 * @param mayTake whether what changed there alone may be taken over: the gradebook is its teacher's
 */
export async function preparePush(
  db: Db,
  reached: Reached,
  sectionId: string,
  userId: string,
  {
    isNightly = false,
    mayTake = true,
    only,
    removing = null,
  }: { isNightly?: boolean; mayTake?: boolean; only?: string; removing?: string | null } = {},
): Promise<string> {
  const { differences, unsendables, there } = await compareClass(db, reached, sectionId, removing)
  const isAbout = ({ id }: Difference) =>
    removing === null ? only === undefined || id === only : isOfTerm(sectionId, removing, id)
  const found = differences.filter(isAbout)
  const last = await lastChanges(db, sectionId, found, ({ id }) => there.get(id)?.changedAt)
  const stateOfOne = ({ step }: Difference) => (step === 'take' && !mayTake ? ('held' as const) : stateOf(step))
  return writePrepared(db, {
    kind: 'push',
    sectionId,
    userId,
    connectionId: reached.connectionId,
    isNightly,
    isPartial: only !== undefined || removing !== null,
    removesPeriodId: removing,
    items: found.map((each) => ({ ...each, lastChange: last.get(each.id), state: stateOfOne(each) })),
    outcome: { code: 'prepared', counts: countsOf(found.map(stateOfOne)) },
    unsendables,
  })
}

type Prepared = Pick<
  typeof runs.$inferInsert,
  | 'kind'
  | 'sectionId'
  | 'userId'
  | 'connectionId'
  | 'outcome'
  | 'unsendables'
  | 'isNightly'
  | 'isPartial'
  | 'removesPeriodId'
> & {
  sectionId: string
  items: Omit<typeof runItems.$inferInsert, 'runId' | 'place'>[]
}

/** Writes a run down as it is shown, in the place of one that was prepared before for the class. */
export async function writePrepared(db: Db, { items, ...run }: Prepared): Promise<string> {
  const id = randomUUID()
  const now = new Date()
  await db.transaction(async (tx) => {
    await tx
      .delete(runs)
      .where(and(eq(runs.sectionId, run.sectionId), eq(runs.kind, run.kind), eq(runs.state, 'prepared')))
    await tx.insert(runs).values({ id, state: 'prepared', startedAt: now, aliveAt: now, ...run })
    const rows = items.map((item, place) => ({ ...item, runId: id, place }))
    for (let at = 0; at < rows.length; at += 500) await tx.insert(runItems).values(rows.slice(at, at + 500))
  })
  return id
}

/** What waits for a decision is not sent until there is one. */
export const stateOf = (step: Difference['step']) => (step === 'held' ? ('held' as const) : ('waiting' as const))

/** How many things of a run are in which state. @example countsOf(['sent', 'held']).held // 1 */
export function countsOf(states: readonly (typeof runItems.$inferSelect)['state'][]): SentCounts {
  const counts: SentCounts = { sent: 0, taken: 0, refused: 0, held: 0, left: 0, moved: 0, waiting: 0 }
  for (const state of states) counts[state]++
  return counts
}
