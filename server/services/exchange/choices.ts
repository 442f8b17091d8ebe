import { and, eq, inArray } from 'drizzle-orm'
import type { Choice } from '../../../core/exchange/compare'
import type { Thing, ThingType } from '../../../core/exchange/thing'
import type { Db } from '../../database/client'
import { syncChoices } from '../../database/schema'

type Direction = 'push' | 'pull'

/** What was decided for good in a class: of one thing, else of all things of its type. */
export async function choicesIn(
  db: Db,
  sectionId: string,
  direction: Direction,
): Promise<(thing: Pick<Thing, 'type' | 'id'>) => Choice | null> {
  const rows = await db
    .select()
    .from(syncChoices)
    .where(and(eq(syncChoices.sectionId, sectionId), eq(syncChoices.direction, direction)))
  const known = new Map(rows.map((row) => [`${row.type} ${row.thingId}`, row.choice]))
  return ({ type, id }) => known.get(`${type} ${id}`) ?? known.get(`${type} `) ?? null
}

/** The decisions that are remembered in some classes, the newest first. */
export async function rememberedIn(db: Db, sectionIds: readonly string[]) {
  if (sectionIds.length === 0) return []
  const rows = await db
    .select()
    .from(syncChoices)
    .where(inArray(syncChoices.sectionId, [...sectionIds]))
  return rows
    .map(({ userId: _, ...row }) => row)
    .toSorted((a, b) => b.at.getTime() - a.at.getTime() || a.thingId.localeCompare(b.thingId))
}

/** Remembers a decision, in the place of an earlier one. Without an id it is of every thing of the type. */
export async function remember(
  db: Db,
  sectionId: string,
  userId: string,
  choice: Choice,
  { direction, type, thingId, title }: { direction: Direction; type: ThingType; thingId: string; title: string },
): Promise<void> {
  const at = new Date()
  await db
    .insert(syncChoices)
    .values({ sectionId, direction, type, thingId, title, choice, userId, at })
    .onConflictDoUpdate({
      target: [syncChoices.sectionId, syncChoices.direction, syncChoices.type, syncChoices.thingId],
      set: { choice, title, userId, at },
    })
}

export async function forget(
  db: Db,
  sectionId: string,
  { direction, type, thingId }: { direction: Direction; type: string; thingId: string },
): Promise<void> {
  await db
    .delete(syncChoices)
    .where(
      and(
        eq(syncChoices.sectionId, sectionId),
        eq(syncChoices.direction, direction),
        eq(syncChoices.type, type as ThingType),
        eq(syncChoices.thingId, thingId),
      ),
    )
}
