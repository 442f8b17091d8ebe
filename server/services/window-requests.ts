import { and, eq } from 'drizzle-orm'
import { jointId } from '../../core/kind'
import type { Db } from '../database/client'
import { sections, sectionTeachers, users, windowGrants, windowRequests } from '../database/schema'

/** What teachers ask the office to open, and it has not answered. */
export async function openRequests(db: Db) {
  const answered = new Map((await db.select().from(windowGrants)).map((row) => [row.id, row.changedAt]))
  const rows = await db
    .select({
      sectionId: windowRequests.sectionId,
      periodId: windowRequests.id,
      reason: windowRequests.reason,
      askedAt: windowRequests.changedAt,
      title: sections.title,
      givenName: users.givenName,
      familyName: users.familyName,
    })
    .from(windowRequests)
    .innerJoin(sections, eq(sections.id, windowRequests.sectionId))
    .innerJoin(
      sectionTeachers,
      and(eq(sectionTeachers.sectionId, sections.id), eq(sectionTeachers.userId, windowRequests.changedBy)),
    )
    .innerJoin(users, eq(users.id, sectionTeachers.userId))
    .where(eq(windowRequests.asked, true))
  return (
    rows
      // What was answered since is no question any more, whatever the answer.
      .filter(({ sectionId, periodId, askedAt }) => {
        const at = answered.get(jointId(sectionId, periodId))
        return at === undefined || at < askedAt
      })
      .map(({ givenName, familyName, ...row }) => ({
        ...row,
        askedAt: row.askedAt.toISOString(),
        teacher: [givenName, familyName].filter(Boolean).join(' '),
      }))
  )
}
