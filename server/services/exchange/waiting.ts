import { and, desc, eq } from 'drizzle-orm'
import { compare } from '../../../core/exchange/compare'
import { desired } from '../../../core/exchange/desired'
import { staysThere } from '../../../core/exchange/terms-there'
import { isOver } from '../../../core/calendar/periods'
import { record } from '../../../core/records'
import { isOwnSpace } from '../../../core/roster/own-space'
import type { WaitingClass } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import { runs } from '../../database/schema'
import { loadSnapshot } from '../snapshot'
import { classesOf } from '../teaching'
import { readBaseline, sourcedIds } from './baseline'
import { choicesIn } from './choices'
import { leftIn, wholePush } from './left'

/**
 * What waits in each class of a teacher, as far as it is known here: what changed since both sides agreed, and what the
 * last run held or had refused. What changed there since, the district alone knows.
 */
export async function waitingOf(db: Db, userId: string, today: string): Promise<WaitingClass[]> {
  const classes: (WaitingClass | null)[] = []
  for (const sectionId of await classesOf(db, userId)) classes.push(await waitingIn(db, sectionId, today))
  return classes
    .filter((each) => each !== null)
    .sort((a, b) => a.meets.localeCompare(b.meets, 'en', { numeric: true }) || a.title.localeCompare(b.title))
}

async function waitingIn(db: Db, sectionId: string, today: string): Promise<WaitingClass | null> {
  const snapshot = await loadSnapshot(db, sectionId)
  // What is left of a year that is over is sent by hand, where it is at all.
  if (isOver(snapshot.periods, today)) return null
  const sourced = await sourcedIds(db, sectionId)
  const { title, meets } = snapshot.section
  const own = record(snapshot.records, 'intake', sectionId).nightlySend
  const fixed = snapshot.policy.nightlySend
  const nightly = { isOn: fixed ?? own, isFixed: fixed !== null }
  const last = await lastRun(db, sectionId)
  if (isOwnSpace(sourced.get(sectionId)!))
    return { sectionId, title, meets, nightly, waits: null, unsendables: 0, last }
  const { sendables, unsendables } = desired(snapshot, sourced)
  const baseline = await readBaseline(db, sectionId)
  const differences = compare(
    sendables,
    baseline,
    baseline,
    await choicesIn(db, sectionId, 'push'),
    staysThere(snapshot),
  )
  const count = (step: string) => differences.filter((each) => each.step === step).length
  const left = await leftIn(db, [sectionId])
  const leftAs = (state: string) => left.filter((item) => item.state === state).length
  const waits = {
    ...{ create: count('create'), change: count('change'), remove: count('remove') },
    ...{ held: leftAs('held'), refused: leftAs('refused') },
  }
  return { sectionId, title, meets, nightly, waits, unsendables: unsendables.length, last }
}

async function lastRun(db: Db, sectionId: string): Promise<WaitingClass['last']> {
  const [run] = await db
    .select({ runId: runs.id, state: runs.state, at: runs.startedAt })
    .from(runs)
    .where(and(eq(runs.sectionId, sectionId), wholePush))
    .orderBy(desc(runs.startedAt))
    .limit(1)
  return run ?? null
}
