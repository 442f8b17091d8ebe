import { randomUUID } from 'node:crypto'
import { and, asc, eq, inArray, isNull, lt, lte, or } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { runs } from '../../database/schema'
import { longAgo } from '../roster/run'

export type Run = typeof runs.$inferSelect

/** How often whoever works on a run says that they are there. */
const BEAT_MS = 5000

const isFree = (now: Date) =>
  or(
    and(eq(runs.state, 'queued'), or(isNull(runs.nextAt), lte(runs.nextAt, now))),
    and(eq(runs.state, 'running'), lt(runs.aliveAt, longAgo())),
  )

/** Ids of the pushes that wait for somebody, or whose worker is gone. */
export async function waitingPushes(db: Db): Promise<string[]> {
  const rows = await db
    .select({ id: runs.id })
    .from(runs)
    .where(and(eq(runs.kind, 'push'), isFree(new Date())))
    .orderBy(asc(runs.startedAt))
    .limit(20)
  return rows.map((row) => row.id)
}

/** A process that has the records for itself and starts anew: nobody works on what is said to be worked on. */
export async function nobodyWorks(db: Db): Promise<void> {
  await db
    .update(runs)
    .set({ aliveAt: new Date(0) })
    .where(and(inArray(runs.kind, ['push', 'roster', 'import']), eq(runs.state, 'running')))
}

/** Somebody's hold on a run. */
export interface Claim {
  run: Run
  /** Whether the run is still theirs and goes on. */
  holds(): Promise<boolean>
  /** Lets go, leaving the run in a state. @returns false where it was stopped or is another's by now */
  release(set: Partial<Run>): Promise<boolean>
  end(): void
}

/** Takes a run that waits. Of several who try, one has it. */
export async function claimPush(db: Db, runId: string): Promise<Claim | null> {
  const worker = randomUUID()
  const now = new Date()
  const [run] = await db
    .update(runs)
    .set({ state: 'running', aliveAt: now, nextAt: null, worker })
    .where(and(eq(runs.id, runId), eq(runs.kind, 'push'), isFree(now)))
    .returning()
  if (!run) return null
  const mine = and(eq(runs.id, runId), eq(runs.worker, worker), eq(runs.state, 'running'))
  const beat = async () => {
    const [held] = await db.update(runs).set({ aliveAt: new Date() }).where(mine).returning({ id: runs.id })
    return held !== undefined
  }
  const timer = setInterval(() => void beat().catch(() => {}), BEAT_MS).unref()
  return {
    run,
    holds: async () => {
      const [held] = await db.select({ id: runs.id }).from(runs).where(mine)
      return held !== undefined
    },
    release: async (set) => {
      const [left] = await db
        .update(runs)
        .set({ ...set, worker: null })
        .where(mine)
        .returning({ id: runs.id })
      return left !== undefined
    },
    end: () => clearInterval(timer),
  }
}
