import { and, eq, sql } from 'drizzle-orm'
import type { Db } from '../database/client'
import { sectionTeachers } from '../database/schema'

/** Whether a person teaches a class. */
export async function teaches(db: Db, userId: string, sectionId: string): Promise<boolean> {
  const rows = await db
    .select({ one: sql`1` })
    .from(sectionTeachers)
    .where(and(eq(sectionTeachers.userId, userId), eq(sectionTeachers.sectionId, sectionId)))
  return rows.length > 0
}
