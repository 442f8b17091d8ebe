import { sql } from 'drizzle-orm'
import { CHANNEL, type Db } from '../database/client'

/** Tells every process, once the transaction is kept, that something was done in a scope. */
export async function announce(tx: Db, scopeId: string): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${scopeId})`)
}

const ROSTER = 'roster '

/** Tells every process that a roster's run has changed classes. */
export async function announceRoster(db: Db, runId: string): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANNEL}, ${ROSTER + runId})`)
}

/** The run that a signal tells of; null where it tells of acts in a scope. */
export const runOfSignal = (signal: string): string | null =>
  signal.startsWith(ROSTER) ? signal.slice(ROSTER.length) : null
