import { and, eq, isNotNull } from 'drizzle-orm'
import type { Baseline } from '../../../core/exchange/compare'
import type { SourcedIds } from '../../../core/exchange/desired'
import type { Fields, ThingType } from '../../../core/exchange/thing'
import type { Db } from '../../database/client'
import { periods, sections, students, syncBaseline } from '../../database/schema'
import { readStored } from './stored'

/** What the district and we both held after the last run, by id. */
export async function readBaseline(db: Db, sectionId: string): Promise<Map<string, Baseline>> {
  const rows = await db.select().from(syncBaseline).where(eq(syncBaseline.sectionId, sectionId))
  return new Map(rows.map((row) => [row.id, { title: row.title, ...readStored(row.type, row.fields) }]))
}

/** From now on both hold this; null is gone on both. */
export async function agree(
  db: Db,
  sectionId: string,
  { id, type, title }: { id: string; type: ThingType; title: string },
  fields: Fields | null,
): Promise<void> {
  if (fields === null)
    await db.delete(syncBaseline).where(and(eq(syncBaseline.sectionId, sectionId), eq(syncBaseline.id, id)))
  else
    await db
      .insert(syncBaseline)
      .values({ sectionId, id, type, title, fields })
      .onConflictDoUpdate({ target: [syncBaseline.sectionId, syncBaseline.id], set: { fields, title, type } })
}

/** Our ids of a class, of students and of periods, to those that the district gave them. */
export async function sourcedIds(db: Db, sectionId: string): Promise<SourcedIds> {
  const rows = [
    ...(await db
      .select({ id: sections.id, sourcedId: sections.sourcedId })
      .from(sections)
      .where(eq(sections.id, sectionId))),
    ...(await db
      .select({ id: students.id, sourcedId: students.sourcedId })
      .from(students)
      .where(isNotNull(students.sourcedId))),
    ...(await db.select({ id: periods.id, sourcedId: periods.sourcedId }).from(periods)),
  ]
  return new Map(rows.map((row) => [row.id, row.sourcedId ?? row.id]))
}
