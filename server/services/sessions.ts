import { randomUUID } from 'node:crypto'
import { and, desc, eq, gt, lt, ne } from 'drizzle-orm'
import type { OwnSession } from '../../shared/person'
import type { Db } from '../database/client'
import { sessions, users } from '../database/schema'
import type { Person } from './person'

/** After so long without a request a session is over, and after so long in any case. */
const IDLE_MS = 4 * 60 * 60 * 1000
export const LONGEST_MS = 16 * 60 * 60 * 1000
/** How fresh *last seen* is kept: a write for each request would be one too many. */
const SEEN_MS = 60_000

export type SignedIn = Person & { name: string; sessionId: string }

/** Begins a session of a person on a device. */
export async function beginSession(db: Db, userId: string, device: string, now = new Date()): Promise<string> {
  const id = randomUUID()
  await db
    .delete(sessions)
    .where(and(eq(sessions.userId, userId), lt(sessions.createdAt, new Date(now.getTime() - LONGEST_MS))))
  await db.insert(sessions).values({ id, userId, device, createdAt: now, seenAt: now })
  return id
}

const stands = (now: Date) =>
  and(
    gt(sessions.seenAt, new Date(now.getTime() - IDLE_MS)),
    gt(sessions.createdAt, new Date(now.getTime() - LONGEST_MS)),
  )

/**
 * Whose session it is, if it stands and the person may still sign in.
 *
 * @param isUse whether somebody asks for something; to be told of what others do is no use of a session
 */
export async function seeSession(db: Db, id: string, now = new Date(), isUse = true): Promise<SignedIn | null> {
  const [found] = await db
    .select({ user: users, seenAt: sessions.seenAt })
    .from(sessions)
    .innerJoin(users, eq(users.id, sessions.userId))
    .where(and(eq(sessions.id, id), eq(users.enabled, true), stands(now)))
  if (!found) return null
  const { user, seenAt } = found
  // Where the records cannot be written, whoever reads goes on reading.
  if (isUse && now.getTime() - seenAt.getTime() > SEEN_MS)
    await db
      .update(sessions)
      .set({ seenAt: now })
      .where(eq(sessions.id, id))
      .catch(() => {})
  return {
    id: user.id,
    role: user.role,
    sourcedId: user.sourcedId,
    name: [user.givenName, user.familyName].filter(Boolean).join(' '),
    sessionId: id,
  }
}

/** The sessions of a person that stand, the present one marked. */
export async function sessionsOf(db: Db, { id: userId, sessionId }: SignedIn, now = new Date()): Promise<OwnSession[]> {
  const rows = await db
    .select()
    .from(sessions)
    .where(and(eq(sessions.userId, userId), stands(now)))
    .orderBy(desc(sessions.seenAt))
  return rows.map(({ id, device, createdAt, seenAt }) => ({
    id,
    device,
    begunAt: createdAt.toISOString(),
    seenAt: seenAt.toISOString(),
    here: id === sessionId,
  }))
}

/** Ends a session of a person. */
export async function endSession(db: Db, userId: string, id: string): Promise<void> {
  await db.delete(sessions).where(and(eq(sessions.userId, userId), eq(sessions.id, id)))
}

/** Ends all sessions of a person, as with a new password; but for the one in which it was set, if any. */
export async function endSessions(db: Db, userId: string, except = ''): Promise<void> {
  await db.delete(sessions).where(and(eq(sessions.userId, userId), ne(sessions.id, except)))
}

const BROWSERS: readonly [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const SYSTEMS: readonly [RegExp, string][] = [
  [/CrOS/, 'ChromeOS'],
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'macOS'],
  [/Linux/, 'Linux'],
]

/** What a browser says that it is, in a few words. @example deviceOf('Mozilla/5.0 (X11; Linux …) Chrome/1') // 'Chrome on Linux' */
export function deviceOf(agent: string | undefined): string {
  const nameIn = (list: readonly [RegExp, string][], other: string) =>
    list.find(([pattern]) => pattern.test(agent ?? ''))?.[1] ?? other
  return `${nameIn(BROWSERS, 'A browser')} on ${nameIn(SYSTEMS, 'another system')}`
}
