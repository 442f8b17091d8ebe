import { customType, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import { printStates, type Print, type PrintRequest } from '../../../shared/prints'
import { id, instant, oneOf } from './columns'
import { users } from './people'

const bytes = customType<{ data: Uint8Array }>({ dataType: () => 'bytea' })

/** Report cards that somebody asked for, and their file once it is drawn. Kept for a day. */
export const prints = pgTable(
  'prints',
  {
    id: id(),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    request: jsonb('request').$type<PrintRequest>().notNull(),
    title: text('title').notNull(),
    period: text('period').notNull(),
    state: text('state').$type<Print['state']>().notNull(),
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    missing: jsonb('missing').$type<string[]>().notNull().default([]),
    problem: text('problem'),
    file: bytes('file'),
    /** The classes that its cards are of: whoever fetches it has to have them still. */
    sectionIds: jsonb('section_ids').$type<string[]>().notNull().default([]),
    /** Who draws it, and when they were last heard of. */
    worker: text('worker'),
    aliveAt: instant('alive_at'),
    askedAt: instant('asked_at').notNull(),
  },
  (t) => [index('prints_user').on(t.userId, t.askedAt), oneOf('prints_state', t.state, printStates)],
)
