import { randomUUID } from 'node:crypto'
import { and, asc, eq, inArray, isNull, lt, ne, or } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { runs, users } from '../../database/schema'
import type { Reached } from '../connections'
import type { Person } from '../person'
import { Problem } from '../problem'
import { pullRoster } from './bring'
import type { Rest } from './rows'
import { beginRosterRun, failRosterRun, isKept, kinds, longAgo, TAKING_BACK, workRosterRun } from './run'

const isFree = () =>
  and(
    inArray(runs.kind, kinds),
    eq(runs.state, 'running'),
    or(isNull(runs.worker), and(ne(runs.worker, TAKING_BACK), lt(runs.aliveAt, longAgo()))),
  )

/** Ids of the rosters that wait for somebody, or whose worker is gone. */
export async function waitingRosters(db: Db): Promise<string[]> {
  const rows = await db.select({ id: runs.id }).from(runs).where(isFree()).orderBy(asc(runs.startedAt)).limit(20)
  return rows.map((row) => row.id)
}

export interface RosterWork {
  reach(connectionId: string | null): Promise<Reached>
  today: string
  rest?: Rest
}

/**
 * Works on a roster's run that waits: goes on with what is kept of it, or reads it from the partner. Of several who try,
 * one has it.
 */
export async function workRoster(db: Db, runId: string, { reach, today, rest }: RosterWork): Promise<void> {
  const worker = randomUUID()
  const [run] = await db
    .update(runs)
    .set({ worker, aliveAt: new Date() })
    .where(and(eq(runs.id, runId), isFree()))
    .returning()
  if (!run) return
  try {
    if (await isKept(db, runId)) return await workRosterRun(db, runId, rest, worker)
    // What was in a file is gone with the process that received it.
    if (run.kind === 'import') throw new Problem(409, 'broken-off')
    const person = await personOf(db, run.userId)
    const isWhole = run.found?.isPart !== true
    await pullRoster(db, await reach(run.connectionId), runId, { person, today, isWhole, worker, rest })
  } catch (error) {
    await failRosterRun(db, runId, error, worker)
    if (!(error instanceof Problem)) throw error
  }
}

async function personOf(db: Db, id: string): Promise<Person> {
  const [user] = await db.select().from(users).where(eq(users.id, id))
  return { id, role: user!.role, sourcedId: user!.sourcedId }
}

/**
 * Begins the night's pull of everything, in the name of the office.
 *
 * @returns the run that waits; null where there is no office, or it is at something
 */
export async function pullByNight(db: Db, { connectionId }: Reached): Promise<string | null> {
  const [office] = await db
    .select()
    .from(users)
    .where(and(eq(users.role, 'registrar'), eq(users.enabled, true)))
    .orderBy(asc(users.id))
    .limit(1)
  if (!office) return null
  try {
    return await beginRosterRun(db, office, 'roster', { connectionId, isNightly: true })
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}
