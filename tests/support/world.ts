import { SHAPE } from '../../core/kinds'
import { eq } from 'drizzle-orm'
import { rosterFromRest, type RosterEntities } from '../../core/formats/oneroster/rest'
import { changesTo } from '../../core/acts/apply'
import type { Desired } from '../../core/desired'
import type { Act, ActKind } from '../../core/acts/act'
import type { Records } from '../../core/records'
import type { TakenAct } from '../../shared/class'
import type { Db } from '../../server/database/client'
import { sections, users } from '../../server/database/schema'
import { takeActs } from '../../server/services/acts'
import { applyRoster } from '../../server/services/roster/apply'
import { demoToday, district } from '../../demo/district'

export const dates = { today: demoToday, before: '2026-11-24' }

/** Lays the demo's district on empty records; gives the ids of the first class and its teacher. */
export async function withDistrict(
  db: Db,
  entities: RosterEntities = district(),
): Promise<{ sectionId: string; teacherId: string }> {
  await db.transaction((tx) => applyRoster(tx, rosterFromRest(entities), dates))
  const [section] = await db.select().from(sections).where(eq(sections.sourcedId, 'es7a'))
  const [teacher] = await db.select().from(users).where(eq(users.sourcedId, 't-okafor'))
  return { sectionId: section!.id, teacherId: teacher!.id }
}

export type { Desired }

/** Acts that are taken, each with what became of its changes; anything else is a fault of the test. */
export async function takenActs(
  ...[db, sectionId, userId, acts, clocks]: Parameters<typeof takeActs>
): Promise<TakenAct[]> {
  const results = await takeActs(db, sectionId, userId, acts, clocks)
  return results.map((each) => {
    if ('seq' in each) return each
    throw new Error(JSON.stringify(each))
  })
}

/** An act from the records as they are to what is wanted. */
export function actOf(records: Records, kind: ActKind, desired: Desired[]): Act {
  const changes = changesTo(records, desired)
  return {
    id: crypto.randomUUID(),
    shape: SHAPE,
    kind,
    at: new Date().toISOString(),
    changes: changes as Act['changes'],
  }
}
