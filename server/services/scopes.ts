import { eq } from 'drizzle-orm'
import { blanks, kinds as recordKinds, refusalOf, type Kind } from '../../core/kinds'
import type { Change } from '../../core/acts/act'
import type { Ground, RecordKind, Refusal } from '../../core/kind'
import type { Fixed } from '../../core/plan/fixed'
import { districtScale } from '../../core/plan/level-scale'
import { levelContext } from '../../core/proficiency/context'
import { noRecords, record, type Records } from '../../core/records'
import { shippedLevels } from '../../core/scales/shipped-levels'
import type { Db } from '../database/client'
import { courses, periods, sections, standards } from '../database/schema'
import { districtPolicy, levelScalesFor, scalesFor } from './district'
import { DISTRICT } from './offered'
import { knownIds } from './known-ids'
import { kindsOfClass, readRecords } from './records-store'
import { windowsOf } from './reporting-windows'
import { sectionStandards, teachersOf } from './snapshot'

/** Why a change cannot be kept, or null. `present` is what the records are just before it. */
export type Refuse = (change: Change, present: Records) => Refusal | null

/** Where records belong: a class, a person, or the district. */
export interface Scope {
  id: string
  /** Reads what changes of these kinds are held against. */
  rules(tx: Db, kinds: ReadonlySet<Kind>): Promise<Refuse>
}

export const classScope = (sectionId: string): Scope => ({
  id: sectionId,
  async rules(tx, kinds) {
    // Most acts are scores: what only levels ask for is not read for them.
    const known = await knownIds(tx, sectionId, [...kinds].some(namesStandards))
    const isOfLevels = kinds.has('levelOverride') || kinds.has('plan')
    const { policy } = await districtPolicy(tx)
    const windows = [...kinds].some(isClosing) ? await windowsOf(tx, sectionId) : {}
    const ground: Ground = {
      knows: (what, id) => known[what].has(id),
      isClosed: (periodId) => windows[periodId]?.isClosed ?? false,
      policy,
      scales: policy.scaleIds ? await scalesFor(tx, []) : [],
      ...(isOfLevels ? await levelGround(tx, sectionId, policy) : noLevels),
    }
    return (change, present) => {
      const { kind, id } = change
      if (kind === 'standard' && known.standard.has(id) && !(id in present.standard))
        return { code: 'refused.district-standard' }
      // What an act makes is known from then on.
      if (kind === 'assignment' || kind === 'category' || kind === 'standard') known[kind].add(id)
      return refusal(change, present, kindsOfClass, ground)
    }
  },
})

/** The scales by which levels of a class are held. */
async function levelGround(
  tx: Db,
  sectionId: string,
  policy: Fixed,
): Promise<Pick<Ground, 'levelsFor' | 'districtLevels' | 'levelScales'>> {
  const levelScales = await levelScalesFor(tx, await teachersOf(tx, sectionId))
  const { plan, standard } = await readRecords(tx, sectionId, ['plan', 'standard'])
  const records = { ...noRecords(), plan, standard }
  const standards = await sectionStandards(tx, sectionId)
  const context = levelContext({ section: { id: sectionId }, records, policy, levelScales, standards })
  return { levelScales, districtLevels: districtScale({ levelScales, policy }), levelsFor: context.scaleFor }
}

/** A teacher's own things: scales, patterns of assignments, a comment bank and what they starred. */
export const userScope = (userId: string): Scope =>
  outsideClasses(userId, ['scale', 'levelScale', 'pattern', 'bankEntry', 'bankStar'])

/** What the district keeps for everybody: its policy, its scales, its standards and which courses are taught by them. */
export const districtScope: Scope = {
  id: DISTRICT,
  async rules(tx, kinds) {
    const known: Partial<Record<Parameters<Ground['knows']>[0], Set<string>>> = {
      course: new Set((await tx.select({ id: courses.id }).from(courses)).map((row) => row.id)),
      standard: new Set(
        (await tx.select({ id: standards.id }).from(standards).where(eq(standards.scopeId, DISTRICT))).map(
          (row) => row.id,
        ),
      ),
      district: new Set([DISTRICT]),
      ...(kinds.has('reportingWindow') || kinds.has('windowGrant') ? await everyPeriod(tx) : {}),
    }
    return (change, present) => {
      if (change.kind === 'standard') known.standard!.add(change.id)
      const kinds: Kind[] = [...kindsOfDistrict]
      return refusal(change, present, kinds, {
        ...nowhere,
        knows: (what, id) => known[what]?.has(id) ?? false,
      })
    }
  },
}

const kindsOfDistrict = [
  ...(['scale', 'policy', 'levelScale', 'standard', 'courseStandard'] as const),
  ...(['bankEntry', 'reportingWindow', 'windowGrant', 'cardLayout', 'schoolHead'] as const),
]

async function everyPeriod(tx: Db) {
  const ids = (rows: { id: string }[]) => new Set(rows.map((row) => row.id))
  return {
    period: ids(await tx.select({ id: periods.id }).from(periods)),
    section: ids(await tx.select({ id: sections.id }).from(sections)),
  }
}

/** Whether records of a kind speak of standards. */
const namesStandards = (kind: Kind): boolean =>
  kind === 'standard' ||
  kind === 'assignment' ||
  (recordKinds[kind] as unknown as RecordKind).names.includes('standard')

/** Whether records of a kind are kept as they are once their period is closed. */
const isClosing = (kind: Kind): boolean => (recordKinds[kind] as unknown as RecordKind).closes === true

const noLevels = { levelScales: [], districtLevels: shippedLevels, levelsFor: () => shippedLevels }

/** What changes outside classes are held against. */
const nowhere: Ground = { knows: () => false, isClosed: () => false, policy: blanks.policy, scales: [], ...noLevels }

function outsideClasses(id: string, kinds: readonly Kind[]): Scope {
  return { id, rules: () => Promise.resolve((change, present) => refusal(change, present, kinds, nowhere)) }
}

function refusal(change: Change, present: Records, kinds: readonly Kind[], ground: Ground): Refusal | null {
  if (!kinds.includes(change.kind)) return { code: 'refused.not-here' }
  return refusalOf(change, record(present, change.kind, change.id), ground)
}
