import { eq } from 'drizzle-orm'
import { RateLimiterDrizzle } from 'rate-limiter-flexible'
import type { Db } from '../database/client'
import { rateLimits, users } from '../database/schema'
import { hashOf, matches } from './passwords'
import { Problem } from './problem'

/** Failed tries in five minutes. A whole school may sit behind one network address, so that has room for many slips. */
const TRIES = { account: 8, address: 60 }
const WINDOW_SECONDS = 300

/** Hashing a password for nobody takes as long as for somebody, so that time tells nothing. */
let nobody: Promise<string> | undefined

/**
 * Signs a person in.
 *
 * Failed tries are counted in the database, by address and by account, so that the limit holds for all processes.
 *
 * @param from the network address that the request comes from
 * @throws Problem `sign-in` when the two do not match, `too-many` after too many tries
 */
export async function signIn(db: Db, email: string, password: string, from: string) {
  const limit = new RateLimiterDrizzle({
    storeClient: db,
    schema: rateLimits,
    points: TRIES.account,
    duration: WINDOW_SECONDS,
    clearExpiredByTimeout: false,
  })
  const keys = { account: `account:${email.toLowerCase()}`, address: `address:${from}` }
  for (const kind of ['account', 'address'] as const)
    if (((await limit.get(keys[kind]))?.consumedPoints ?? 0) >= TRIES[kind])
      throw new Problem(429, 'too-many', 'Too many tries. Wait five minutes, then try again.')
  const [user] = await db.select().from(users).where(eq(users.email, email.toLowerCase()))
  const stored = user?.passwordHash ?? (await (nobody ??= hashOf('nobody')))
  const right = await matches(stored, password)
  if (!user?.passwordHash || !right) {
    for (const key of Object.values(keys)) await limit.penalty(key)
    throw new Problem(401, 'sign-in', 'The e-mail address and the password do not match. Check both and try again.')
  }
  await limit.delete(keys.account)
  return user
}

/** Sets the password of a person who is in the records already, or adds a registrar. */
export async function setPassword(db: Db, email: string, password: string): Promise<boolean> {
  const rows = await db
    .update(users)
    .set({ passwordHash: await hashOf(password) })
    .where(eq(users.email, email.toLowerCase()))
    .returning({ id: users.id })
  return rows.length > 0
}
