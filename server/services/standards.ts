import { sql } from 'drizzle-orm'
import type { Db } from '../database/client'
import { plans, sections } from '../database/schema'

/** Of how many classes each proficiency scale is; those of classes that choose none stand under the empty name. */
export async function levelScaleUses(db: Db): Promise<Record<string, number>> {
  const rows = await db
    .select({ scaleId: sql<string | null>`${plans.proficiency} ->> 'scaleId'`, count: sql<string>`count(*)` })
    .from(sections)
    .leftJoin(plans, sql`${plans.sectionId} = ${sections.id}`)
    .groupBy(sql`1`)
  return Object.fromEntries(rows.map((row) => [row.scaleId ?? '', Number(row.count)]))
}
