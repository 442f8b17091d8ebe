import { eq } from 'drizzle-orm'
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible'
import type { Db } from '../database/client'
import { rateLimits, users } from '../database/schema'
import { hashOf, matches } from './passwords'
import { Problem } from './problem'
import { endSessions } from './sessions'

const WINDOW_SECONDS = 300
/**
 * Tries in five minutes. For one account from one place few; from one place for all accounts more, for a whole school may
 * sit behind it; and for one account from all places together, against many places that guess at one. A device on which
 * the account has signed in before has tries of its own, so that a stranger locks nobody out.
 */
const TRIES = { here: 8, place: 60, account: 60, device: 8 }

/** Hashing a password for nobody takes as long as for somebody, so that time tells nothing. */
let nobody: Promise<string> | undefined

export interface SignInFrom {
  /** The network address that the request comes from. */
  address: string
  /** The id of the device, where this account has signed in on it before. */
  device?: string | null
}

/**
 * Signs a person in. A try is counted in the database, in one step for all processes, before the password is looked at;
 * the right one gives it back.
 *
 * @throws Problem `sign-in` when the two do not match, `too-many` after too many tries
 */
export async function signIn(db: Db, email: string, password: string, { address, device }: SignInFrom) {
  const account = email.toLowerCase()
  const limits: [key: string, tries: number][] = device
    ? [[`device:${device}:${account}`, TRIES.device]]
    : [
        [`here:${address}:${account}`, TRIES.here],
        [`place:${address}`, TRIES.place],
        [`account:${account}`, TRIES.account],
      ]
  for (const [key, tries] of limits) await take(db, key, tries)
  const [user] = await db.select().from(users).where(eq(users.email, account))
  const stored = user?.passwordHash ?? (await (nobody ??= hashOf('nobody')))
  const right = await matches(stored, password)
  if (!user?.passwordHash || !right || !user.enabled) throw new Problem(401, 'sign-in')
  const [own, ...others] = limits
  await limiter(db, own![1]).delete(own![0])
  for (const [key, tries] of others) await limiter(db, tries).reward(key)
  return user
}

const limiter = (db: Db, points: number) =>
  new RateLimiterDrizzle({
    storeClient: db,
    schema: rateLimits,
    points,
    duration: WINDOW_SECONDS,
    clearExpiredByTimeout: false,
    keyPrefix: '',
  })

async function take(db: Db, key: string, tries: number): Promise<void> {
  try {
    await limiter(db, tries).consume(key)
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.ceil(error.msBeforeNext / 1000)
    throw new Problem(429, 'too-many', {}, { seconds })
  }
}

/** Sets the password of a person who is in the records already. Every session of theirs ends. */
export async function setPassword(db: Db, email: string, password: string): Promise<boolean> {
  const [user] = await db
    .update(users)
    .set({ passwordHash: await hashOf(password) })
    .where(eq(users.email, email.toLowerCase()))
    .returning({ id: users.id })
  if (user) await endSessions(db, user.id)
  return user !== undefined
}

/**
 * Changes one's own password; every other session of the person ends.
 *
 * @throws Problem `wrong-password` when the present one is not right
 */
export async function changePassword(
  db: Db,
  { id, sessionId }: { id: string; sessionId: string },
  present: string,
  next: string,
): Promise<void> {
  await take(db, `change:${id}`, TRIES.here)
  const [user] = await db.select().from(users).where(eq(users.id, id))
  if (!user?.passwordHash || !(await matches(user.passwordHash, present))) throw new Problem(422, 'wrong-password')
  await db
    .update(users)
    .set({ passwordHash: await hashOf(next) })
    .where(eq(users.id, id))
  await endSessions(db, id, sessionId)
}

/** Switches somebody on or off; switched off, they are out at once. */
export async function setEnabled(db: Db, email: string, enabled: boolean): Promise<boolean> {
  const rows = await db
    .update(users)
    .set({ enabled })
    .where(eq(users.email, email.toLowerCase()))
    .returning({ id: users.id })
  return rows.length > 0
}
