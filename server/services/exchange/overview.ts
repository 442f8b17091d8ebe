import { isOwnSpace } from '../../../core/roster/own-space'
import { and, asc, count, desc, eq, sql } from 'drizzle-orm'
import type { DistrictClass } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import {
  declarations,
  journal,
  orgs,
  periods,
  runs,
  sections,
  sectionTeachers,
  syncBaseline,
  users,
} from '../../database/schema'
import { leftIn, wholePush } from './left'

/**
 * How the exchange of every class of the district stands, by questions that do not open a class: what both hold, what was
 * done since the last run, what it left, and which terms are declared.
 */
export async function districtOverview(db: Db, today: string): Promise<DistrictClass[]> {
  const year = await db.select().from(periods)
  const over = new Set(year.flatMap((each) => (each.parentId === null && each.lastDay < today ? each.id : [])))
  const rows = await db
    .select({
      sectionId: sections.id,
      title: sections.title,
      meets: sections.meets,
      terms: sections.termIds,
      school: orgs.name,
      sourcedId: sections.sourcedId,
    })
    .from(sections)
    .innerJoin(orgs, eq(orgs.id, sections.schoolId))
    .orderBy(asc(orgs.name), asc(sections.title))
  const present = rows.filter(
    ({ terms, sourcedId }) => !isOwnSpace(sourcedId) && !terms.some((id) => over.has(yearOf(year, id))),
  )
  const [teachers, agreed, last, declared] = await Promise.all([
    teachersByClass(db),
    byClass(db.select({ id: syncBaseline.sectionId, n: count() }).from(syncBaseline).groupBy(syncBaseline.sectionId)),
    lastRuns(db),
    declaredTerms(db),
  ])
  const since = await actsSince(db)
  const left = new Map<string, number>()
  for (const { sectionId, state } of await leftIn(db, null))
    left.set(`${sectionId} ${state}`, (left.get(`${sectionId} ${state}`) ?? 0) + 1)
  return present.map(({ terms: _, sourcedId: __, ...each }) => {
    const run = last.get(each.sectionId) ?? null
    return {
      ...each,
      teachers: teachers.get(each.sectionId) ?? [],
      agreed: agreed.get(each.sectionId) ?? 0,
      actsSince: since.get(each.sectionId) ?? 0,
      held: left.get(`${each.sectionId} held`) ?? 0,
      refused: left.get(`${each.sectionId} refused`) ?? 0,
      declared: declared.get(each.sectionId) ?? [],
      last: run,
    }
  })
}

function yearOf(all: readonly { id: string; parentId: string | null }[], id: string): string {
  const parent = all.find((each) => each.id === id)?.parentId
  return parent ? yearOf(all, parent) : id
}

async function byClass(rows: PromiseLike<{ id: string | null; n: number | string }[]>): Promise<Map<string, number>> {
  return new Map((await rows).map(({ id, n }) => [id ?? '', Number(n)]))
}

async function teachersByClass(db: Db): Promise<Map<string, string[]>> {
  const rows = await db
    .select({ id: sectionTeachers.sectionId, given: users.givenName, family: users.familyName })
    .from(sectionTeachers)
    .innerJoin(users, eq(users.id, sectionTeachers.userId))
  const names = new Map<string, string[]>()
  for (const { id, given, family } of rows)
    names.set(id, [...(names.get(id) ?? []), [given, family].filter(Boolean).join(' ')])
  return names
}

async function lastRuns(db: Db): Promise<Map<string, NonNullable<DistrictClass['last']>>> {
  const rows = await db
    .selectDistinctOn([runs.sectionId], {
      sectionId: runs.sectionId,
      runId: runs.id,
      state: runs.state,
      at: runs.startedAt,
    })
    .from(runs)
    .where(wholePush)
    .orderBy(runs.sectionId, desc(runs.startedAt))
  return new Map(rows.map(({ sectionId, ...run }) => [sectionId ?? '', run]))
}

/** Acts on each class since it was sent last. */
async function actsSince(db: Db): Promise<Map<string, number>> {
  const sent = db
    .select({ id: runs.sectionId, at: sql<Date>`max(${runs.startedAt})`.as('sent_at') })
    .from(runs)
    .where(and(wholePush, eq(runs.state, 'done')))
    .groupBy(runs.sectionId)
    .as('sent')
  return byClass(
    db
      .select({ id: journal.scopeId, n: count() })
      .from(journal)
      .leftJoin(sent, eq(sent.id, journal.scopeId))
      .where(sql`${sent.at} is null or ${journal.madeAt} > ${sent.at}`)
      .groupBy(journal.scopeId),
  )
}

async function declaredTerms(db: Db): Promise<Map<string, string[]>> {
  const rows = await db
    .select({ id: declarations.sectionId, title: periods.title })
    .from(declarations)
    .innerJoin(periods, eq(periods.id, declarations.id))
    .where(eq(declarations.declared, true))
    .orderBy(asc(periods.firstDay))
  const titles = new Map<string, string[]>()
  for (const { id, title } of rows) titles.set(id, [...(titles.get(id) ?? []), title])
  return titles
}
