import { integer, pgTable, text } from 'drizzle-orm/pg-core'
import { instant } from './columns'

/** Failed sign-ins, counted for the rate limit; the columns are rate-limiter-flexible's. */
export const rateLimits = pgTable('rate_limits', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: instant('expire'),
})
