import { eq, inArray, max, sql, type SQL } from 'drizzle-orm'

import { holds, isOver, periodToday, type Period } from '../../core/calendar/periods'
import { assignmentsIn, planOf } from '../../core/plan/rules'
import { toScore } from '../../core/grading/section'
import { looseEnds } from '../../core/looseends'
import { leftEnds, type LeftScore } from '../../core/looseends/left'
import { classDay } from '../../core/today/class-day'
import { closingLines } from '../../core/today/closing-line'
import { entriesOf, record } from '../../core/records'
import { enrolledNow, type ClassSnapshot } from '../../core/section'
import type { TodayClass } from '../../shared/today'
import type { Db } from '../database/client'
import { enrolments, journal, periods, runs, sectionTeachers, sections, students } from '../database/schema'
import { DISTRICT } from './offered'
import { cellsOutOfSync } from './exchange/out-of-sync'
import { loadSnapshot } from './snapshot'

/**
 * What was found of each class, and what it was found from. A class is read again when something was done in it or in
 * the district, when its roster or calendar is another, or the day; any process can find the same anew.
 */
const foundIn = new WeakMap<Db, Map<string, { key: string; today: TodayClass | null }>>()
const CLASSES_KEPT = 5000

/** What waits in each class of a teacher, in the order of the day. */
export async function todayOf(db: Db, userId: string, today: string): Promise<TodayClass[]> {
  const rows = await db
    .select({ id: sections.id, courseId: sections.courseId })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .where(eq(sectionTeachers.userId, userId))
  const keyOf = await versions(
    db,
    rows.map((row) => row.id),
    today,
  )
  const found = foundIn.get(db) ?? new Map<string, { key: string; today: TodayClass | null }>()
  foundIn.set(db, found)
  const classes: TodayClass[] = []
  for (const { id, courseId } of rows) {
    const key = keyOf(id)
    let known = found.get(id)
    if (known?.key !== key) {
      known = { key, today: await read(db, id, courseId, today) }
      if (found.size >= CLASSES_KEPT) found.clear()
      found.set(id, known)
    }
    if (known.today) classes.push(known.today)
  }
  return classes.sort(
    (a, b) => a.meets.localeCompare(b.meets, 'en', { numeric: true }) || a.title.localeCompare(b.title),
  )
}

/** What everything shown of a class comes from, as a key that changes whenever it does. */
async function versions(db: Db, ids: readonly string[], today: string): Promise<(id: string) => string> {
  const last = await db
    .select({ scopeId: journal.scopeId, seq: max(journal.seq) })
    .from(journal)
    .where(inArray(journal.scopeId, [...ids, DISTRICT]))
    .groupBy(journal.scopeId)
  const roster = await rosterMarks(db, ids)
  const sent = await db
    .select({ id: runs.sectionId, at: max(runs.finishedAt) })
    .from(runs)
    .where(inArray(runs.sectionId, [...ids]))
    .groupBy(runs.sectionId)
  const sentAt = new Map(sent.map((each) => [each.id, String(each.at)]))
  const seqOf = (scope: string) => last.find((each) => each.scopeId === scope)?.seq ?? 0
  return (id) => `${seqOf(id)} ${seqOf(DISTRICT)} ${roster(id)} ${sentAt.get(id)} ${today}`
}

/** A mark of each class's calendar and of who is in it, which changes when either does. */
async function rosterMarks(db: Db, ids: readonly string[]): Promise<(id: string) => string> {
  const mark = (text: SQL, order: SQL) => sql<string | null>`md5(string_agg(${text}, ';' order by ${order}))`
  // A calendar of a person's own files is nobody else's: it moves no class of the district.
  const spaceOf = (id: SQL) => sql<string>`case when ${id} like 'own:%' then split_part(${id}, ':', 2) else '' end`
  const calendars = await db
    .select({ space: spaceOf(sql`${periods.sourcedId}`), mark: mark(sql`${periods}::text`, sql`${periods.id}`) })
    .from(periods)
    .groupBy(sql`1`)
  const calendarOf = new Map(calendars.map((each) => [each.space, each.mark]))
  if (ids.length === 0) return () => ''
  const classes = await db
    .select({
      id: sections.id,
      space: spaceOf(sql`${sections.sourcedId}`),
      mark: mark(sql`concat(${sections}, ${enrolments}, ${students})`, sql`${enrolments.id}`),
    })
    .from(sections)
    .leftJoin(enrolments, eq(enrolments.sectionId, sections.id))
    .leftJoin(students, eq(students.id, enrolments.studentId))
    .where(inArray(sections.id, [...ids]))
    .groupBy(sections.id)
  const byClass = new Map(classes.map((each) => [each.id, `${calendarOf.get(each.space)} ${each.mark}`]))
  return (id) => byClass.get(id) ?? ''
}

async function read(db: Db, id: string, courseId: string, today: string): Promise<TodayClass | null> {
  const snapshot = await loadSnapshot(db, id)
  // A class of a year that is over waits for nothing.
  if (isOver(snapshot.periods, today)) return null
  const left = (await cellsOutOfSync(db, snapshot))?.left ?? []
  return { courseId, ...classToday(snapshot, today, left) }
}

/** Whether levels were given in a period without any assignment: by what was seen, or for the term. */
function hasLevels({ records }: ClassSnapshot, period: Period): boolean {
  return (
    entriesOf(records, 'observation').some(([, { level, on }]) => level !== null && on !== null && holds(period, on)) ||
    entriesOf(records, 'levelOverride').some(([id, { level }]) => level !== null && id.endsWith(`/${period.id}`))
  )
}

function classToday(snapshot: ClassSnapshot, today: string, left: readonly LeftScore[]): Omit<TodayClass, 'courseId'> {
  const period = periodToday(snapshot.periods, today)
  const due = period ? assignmentsIn(snapshot, period) : []
  return {
    id: snapshot.section.id,
    title: snapshot.section.title,
    course: snapshot.section.course,
    meets: snapshot.section.meets,
    students: enrolledNow(snapshot, today).length,
    planned: snapshot.section.id in snapshot.records.plan,
    method: planOf(snapshot).method,
    period: period && {
      id: period.id,
      title: period.title,
      lastDay: period.lastDay,
      declared: record(snapshot.records, 'declaration', period.id).declared,
    },
    assignments: due.length,
    levels: period !== null && hasLevels(snapshot, period),
    toScore: period ? toScore(snapshot, period, today).now : 0,
    ...classDay(snapshot, period, today),
    closing: closingLines(snapshot, today),
    looseEnds: [...leftEnds(snapshot, left), ...looseEnds(snapshot, today)].map(({ fixes: _, ...end }) => end),
  }
}
