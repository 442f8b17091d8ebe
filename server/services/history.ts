import { and, desc, eq, sql } from 'drizzle-orm'
import type { Kind } from '../../core/acts/records'
import type { HistoryEntry } from '../../shared/history'
import type { Db } from '../database/client'
import { journal, users } from '../database/schema'

const ENTRIES = 30

/** What happened to one record, newest first: who, when, by which act, from what to what. */
export async function historyOf(db: Db, sectionId: string, kind: Kind, id: string): Promise<HistoryEntry[]> {
  const rows = await db
    .select({ entry: journal, givenName: users.givenName, familyName: users.familyName })
    .from(journal)
    .leftJoin(users, eq(users.id, journal.userId))
    .where(and(eq(journal.homeId, sectionId), sql`${journal.changes} @> ${JSON.stringify([{ kind, id }])}::jsonb`))
    .orderBy(desc(journal.seq))
    .limit(ENTRIES)
  return rows.flatMap(({ entry, givenName, familyName }) =>
    entry.changes.flatMap((change, at) =>
      change.kind === kind && change.id === id && entry.outcomes[at]?.done === 'applied'
        ? [
            {
              at: entry.madeAt.toISOString(),
              by: [givenName, familyName].filter(Boolean).join(' '),
              act: entry.kind,
              from: change.from as Record<string, unknown>,
              to: change.to as Record<string, unknown>,
            },
          ]
        : [],
    ),
  )
}
