import { sql } from 'drizzle-orm'
import type { Db } from '../database/client'
import type { StandardsResponse } from '../../shared/plans'
import { plans, sections } from '../database/schema'

/** So many classes are named; of more the number is said. */
const NAMED = 40

/** The classes that each proficiency scale is of; those of classes that choose none stand under the empty name. */
export async function levelScaleUses(db: Db): Promise<StandardsResponse['levelUses']> {
  const rows = await db
    .select({
      scaleId: sql<string | null>`${plans.proficiency} ->> 'scaleId'`,
      count: sql<string>`count(*)`,
      titles: sql<string[]>`(array_agg(${sections.title} order by ${sections.title}))[1:${sql.raw(String(NAMED))}]`,
    })
    .from(sections)
    .leftJoin(plans, sql`${plans.sectionId} = ${sections.id}`)
    .groupBy(sql`1`)
  return Object.fromEntries(rows.map(({ scaleId, count, titles }) => [scaleId ?? '', { count: Number(count), titles }]))
}
