import { and, eq, isNotNull, ne } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import type { Mover } from '../../shared/class'
import type { Db } from '../database/client'
import { enrolments, sections, sectionTeachers } from '../database/schema'

/** Students of a class who were in another class of the same course, where the same teacher teaches both. */
export async function moversOf(db: Db, sectionId: string, userId: string): Promise<Mover[]> {
  const other = alias(sections, 'other')
  const left = alias(enrolments, 'left')
  const rows = await db
    .selectDistinct({ studentId: left.studentId, sectionId: other.id, title: other.title, lastDay: left.lastDay })
    .from(sections)
    .innerJoin(other, and(eq(other.courseId, sections.courseId), ne(other.id, sections.id)))
    .innerJoin(sectionTeachers, and(eq(sectionTeachers.sectionId, other.id), eq(sectionTeachers.userId, userId)))
    .innerJoin(left, and(eq(left.sectionId, other.id), isNotNull(left.lastDay)))
    .innerJoin(enrolments, and(eq(enrolments.sectionId, sections.id), eq(enrolments.studentId, left.studentId)))
    .where(eq(sections.id, sectionId))
  return rows.map((row) => ({ ...row, lastDay: row.lastDay! }))
}
