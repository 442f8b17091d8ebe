import { eq, inArray } from 'drizzle-orm'
import { blanks } from '../../core/kinds'
import type { Fixed as Policy } from '../../core/plan/fixed'
import type { CardLayout } from '../../core/report-card/layout'
import type { SchoolHead } from '../../core/report-card/school-head'
import type { AvailableLevelScale } from '../../core/scales/proficiency'
import { shippedLevelScales } from '../../core/scales/shipped-levels'
import { shippedScales } from '../../core/scales/shipped'
import type { AvailableScale } from '../../core/section'
import type { Db } from '../database/client'
import { gradingScales, levelScales, plans, policies, users } from '../database/schema'
import { readRecords, readSome } from './records-store'

/** The scope of what the district fixes and offers to everybody. Its one policy has the same id. */
export const DISTRICT = 'district'

/** What the district fixes, and who fixed it last. */
export async function districtPolicy(db: Db): Promise<{ policy: Policy; policyBy: string | null }> {
  const found = await readSome(db, DISTRICT, 'policy', [DISTRICT])
  const policy = (found as Record<string, Policy>)[DISTRICT]
  if (!policy) return { policy: { ...blanks.policy }, policyBy: null }
  const [by] = await db
    .select({ givenName: users.givenName, familyName: users.familyName })
    .from(policies)
    .innerJoin(users, eq(users.id, policies.changedBy))
    .where(eq(policies.scopeId, DISTRICT))
  return { policy, policyBy: by ? [by.givenName, by.familyName].filter(Boolean).join(' ') : null }
}

/** How report cards look. */
export async function cardLayoutOf(db: Db): Promise<CardLayout> {
  const found: Record<string, CardLayout> = await readSome(db, DISTRICT, 'cardLayout', [DISTRICT])
  return found[DISTRICT] ?? { ...blanks.cardLayout }
}

/** What stands at the head of the cards of each school that has something of its own, by the school's id. */
export const schoolHeadsOf = async (db: Db): Promise<Record<string, SchoolHead>> =>
  (await readRecords(db, DISTRICT, ['schoolHead'])).schoolHead

/** The scales that people can take: those that ship, the district's, and their own. */
export async function scalesFor(db: Db, userIds: readonly string[]): Promise<AvailableScale[]> {
  const rows = await db
    .select()
    .from(gradingScales)
    .where(inArray(gradingScales.scopeId, [DISTRICT, ...userIds]))
  const kept = rows
    .filter((row) => !row.removed)
    .map(({ id, scopeId, name, steps }): AvailableScale => ({
      id,
      name,
      steps,
      owner: scopeId === DISTRICT ? 'district' : 'mine',
    }))
    .sort((a, b) => a.name.localeCompare(b.name))
  return [...shippedScales.map((each): AvailableScale => ({ ...each, owner: 'district' })), ...kept]
}

/** The proficiency scales that people can choose: those that ship, the district's, and their own. */
export async function levelScalesFor(db: Db, userIds: readonly string[]): Promise<AvailableLevelScale[]> {
  const rows = await db
    .select()
    .from(levelScales)
    .where(inArray(levelScales.scopeId, [DISTRICT, ...userIds]))
  const kept = rows
    .filter((row) => !row.removed)
    .map(({ id, scopeId, name, levels, halves }): AvailableLevelScale => ({
      ...{ id, name, levels, halves },
      owner: scopeId === DISTRICT ? 'district' : 'mine',
    }))
    .sort((a, b) => a.name.localeCompare(b.name))
  return [...shippedLevelScales, ...kept]
}

/** How many classes hold a copy of each scale. */
export async function scaleUses(db: Db): Promise<Record<string, number>> {
  const rows = await db.select({ scale: plans.scale }).from(plans)
  const uses: Record<string, number> = {}
  for (const { scale } of rows) if (scale.id) uses[scale.id] = (uses[scale.id] ?? 0) + 1
  return uses
}
