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

/** Ids of the classes that somebody teaches. */
export async function classesOf(db: Db, userId: string): Promise<string[]> {
  const rows = await db
    .select({ id: sectionTeachers.sectionId })
    .from(sectionTeachers)
    .where(eq(sectionTeachers.userId, userId))
  return rows.map((row) => row.id)
}
