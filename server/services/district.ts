import { eq } from 'drizzle-orm'
import { blanks } from '../../core/kinds'
import type { Fixed as Policy } from '../../core/plan/fixed'
import type { Records } from '../../core/records'
import type { CardLayout } from '../../core/report-card/layout'
import type { SchoolHead } from '../../core/report-card/school-head'
import type { AvailableLevelScale } from '../../core/scales/proficiency'
import { shippedLevelScales } from '../../core/scales/shipped-levels'
import { shippedScales } from '../../core/scales/shipped'
import type { AvailableScale } from '../../core/section'
import type { Db } from '../database/client'
import { plans, policies, users } from '../database/schema'
import { DISTRICT, listed, offeredTo, type Offered } from './offered'
import { readRecords } from './records-store'

/** What the district fixes, and who fixed it last. */
export async function districtPolicy(db: Db): Promise<{ policy: Policy; policyBy: string | null }> {
  const { policy } = await readRecords(db, DISTRICT, ['policy'])
  return policyIn(db, policy)
}

/** The same, of a district's policies that are read. */
export async function policyIn(
  db: Db,
  { [DISTRICT]: policy }: Records['policy'],
): Promise<{ policy: Policy; policyBy: string | null }> {
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
  const { cardLayout } = await readRecords(db, DISTRICT, ['cardLayout'])
  return cardLayoutIn(cardLayout)
}
export const cardLayoutIn = ({ [DISTRICT]: layout }: Records['cardLayout']): CardLayout =>
  layout ?? { ...blanks.cardLayout }

/** What stands at the head of the cards of each school that has something of its own, by the school's id. */
export const schoolHeadsOf = async (db: Db): Promise<Record<string, SchoolHead>> =>
  (await readRecords(db, DISTRICT, ['schoolHead'])).schoolHead

/** The scales that people can take: those that ship, the district's, and their own. */
export const scalesFor = async (db: Db, userIds: readonly string[]): Promise<AvailableScale[]> =>
  scalesIn(await offeredTo(db, userIds, ['scale']))

export const scalesIn = (offered: Offered): AvailableScale[] => [
  ...shippedScales.map((each): AvailableScale => ({ ...each, owner: 'district' })),
  ...listed(offered, ({ scale }) => scale)
    .map(({ id, name, steps, owner }): AvailableScale => ({ id, name, steps, owner }))
    .sort((a, b) => a.name.localeCompare(b.name)),
]

/** The proficiency scales that people can choose: those that ship, the district's, and their own. */
export const levelScalesFor = async (db: Db, userIds: readonly string[]): Promise<AvailableLevelScale[]> =>
  levelScalesIn(await offeredTo(db, userIds, ['levelScale']))

export const levelScalesIn = (offered: Offered): AvailableLevelScale[] => [
  ...shippedLevelScales,
  ...listed(offered, ({ levelScale }) => levelScale)
    .map(({ id, name, levels, halves, owner }): AvailableLevelScale => ({ id, name, levels, halves, owner }))
    .sort((a, b) => a.name.localeCompare(b.name)),
]

/** How many classes hold a copy of each scale. */
export async function scaleUses(db: Db): Promise<Record<string, number>> {
  const rows = await db.select({ scale: plans.scale }).from(plans)
  const uses: Record<string, number> = {}
  for (const { scale } of rows) if (scale.id) uses[scale.id] = (uses[scale.id] ?? 0) + 1
  return uses
}
