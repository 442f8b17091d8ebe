import { boolean, index, pgTable, text } from 'drizzle-orm/pg-core'
import { id, instant, oneOf, sourced } from './columns'

/** People who sign in. A teacher comes with the roster and has no password until one is set. */
export const users = pgTable(
  'users',
  {
    id: id(),
    sourcedId: sourced(),
    role: text('role').$type<'teacher' | 'registrar'>().notNull(),
    email: text('email').unique(),
    givenName: text('given_name').notNull(),
    familyName: text('family_name').notNull(),
    passwordHash: text('password_hash'),
    /** Off: left the roster, or switched off by the district; signs in no more, and every session has ended. */
    enabled: boolean('enabled').notNull().default(true),
  },
  (t) => [oneOf('users_role', t.role, ['teacher', 'registrar'])],
)

/** Where somebody is signed in. The cookie names it; without its row the cookie is worth nothing. */
export const sessions = pgTable(
  'sessions',
  {
    id: id(),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    /** What the browser said that it is, in a few words. */
    device: text('device').notNull(),
    createdAt: instant('created_at').notNull(),
    seenAt: instant('seen_at').notNull(),
  },
  (t) => [index('sessions_user').on(t.userId)],
)
