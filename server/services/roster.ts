import { randomUUID } from 'node:crypto'
import { and, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Roster } from '../../core/formats/oneroster/roster'
import { same } from '../../core/acts/apply'
import type { Db } from '../database/client'
import { courses, enrolments, orgs, periods, sections, sectionTeachers, students, users } from '../database/schema'
import { Problem } from './problem'

/** How many things of a part were new, changed, or left as they were. */
export interface PartSummary {
  added: number
  changed: number
  same: number
}
export interface RosterSummary {
  orgs: PartSummary
  periods: PartSummary
  courses: PartSummary
  classes: PartSummary
  teachers: PartSummary
  students: PartSummary
  enrolments: PartSummary
  /** Enrolments that the roster no longer has; they end the day before, and their scores stay. */
  ended: number
}

type SourcedTable = PgTable & { id: PgColumn; sourcedId: PgColumn }
type Row = Record<string, unknown>

export interface RosterOptions {
  /** The civil date on which a vanished enrolment is noticed, and the day before, which becomes its last. */
  today: string
  before: string
  /**
   * Leave what others share as it is here: schools, periods, courses and people are added where they are new, and never
   * changed. So a file that a teacher brings cannot rename a colleague or move a quarter.
   */
  keepShared?: boolean
}

/**
 * Lays a roster over what is here: adds what is new, changes what differs, ends enrolments that are gone. Nothing is
 * removed, so no score is ever lost.
 *
 * @throws Problem `same-email` when two people would have one address
 */
export async function applyRoster(tx: Db, roster: Roster, options: RosterOptions): Promise<RosterSummary> {
  const keep = options.keepShared ?? false
  const teachers = roster.people.filter((each) => each.role === 'teacher')
  const pupils = roster.people.filter((each) => each.role === 'student')
  await refuseSharedEmails(tx, teachers)

  const schools = await lay(tx, orgs, roster.orgs, keep, (each, ids) => ({
    name: each.name,
    kind: each.kind,
    parentId: ids.get(each.parent ?? '') ?? null,
  }))
  const terms = await lay(tx, periods, roster.periods, keep, (each, ids) => ({
    kind: each.kind,
    title: each.title,
    firstDay: each.firstDay,
    lastDay: each.lastDay,
    parentId: ids.get(each.parent ?? '') ?? null,
  }))
  const subjects = await lay(tx, courses, roster.courses, keep, ({ title, code }) => ({ title, code }))
  const classes = await lay(tx, sections, roster.classes, false, (each) => ({
    title: each.title,
    meets: each.meets,
    courseId: subjects.ids.get(each.course)!,
    schoolId: schools.ids.get(each.school)!,
    termIds: each.terms.map((term) => terms.ids.get(term)!),
  }))
  const staff = await lay(tx, users, teachers, keep, ({ email, givenName, familyName }) => ({
    role: 'teacher',
    email: email?.toLowerCase() ?? null,
    givenName,
    familyName,
  }))
  const people = await lay(tx, students, pupils, keep, ({ givenName, familyName, pronouns }) => ({
    givenName,
    familyName,
    pronouns,
  }))
  await setTeachers(tx, roster, classes.ids, staff.ids)
  return {
    orgs: schools.summary,
    periods: terms.summary,
    courses: subjects.summary,
    classes: classes.summary,
    teachers: staff.summary,
    students: people.summary,
    ...(await layEnrolments(tx, roster, classes.ids, people.ids, options)),
  }
}

/** One address signs one person in: two with the same are refused before anything is changed. */
async function refuseSharedEmails(tx: Db, teachers: Roster['people']): Promise<void> {
  const owners = new Map<string, string>()
  const emails = teachers.flatMap((each) => each.email?.toLowerCase() ?? [])
  const here = emails.length ? await tx.select().from(users).where(inArray(users.email, emails)) : []
  for (const { email, sourcedId } of here) owners.set(email!, sourcedId ?? '')
  for (const { id, email } of teachers) {
    if (email === null) continue
    const owner = owners.get(email.toLowerCase()) ?? id
    if (owner !== id)
      throw new Problem(
        422,
        'same-email',
        'Two people in it, or one here and one in it, have the same e-mail address. Correct it at the district. Nothing was changed.',
      )
    owners.set(email.toLowerCase(), id)
  }
}

/** The part of a roster that belongs to some classes: what a teacher's own pull may touch. */
export function onlyClasses(roster: Roster, wanted: (classId: string) => boolean): Roster {
  const classes = roster.classes.filter((each) => wanted(each.id))
  const kept = new Set(classes.map((each) => each.id))
  const enrolled = roster.enrolments.filter((each) => kept.has(each.class))
  const people = new Set(enrolled.map((each) => each.person))
  const taught = new Set(classes.map((each) => each.course))
  return {
    ...roster,
    classes,
    courses: roster.courses.filter((each) => taught.has(each.id)),
    enrolments: enrolled,
    people: roster.people.filter((each) => people.has(each.id)),
  }
}

const ROWS_AT_ONCE = 500

/**
 * Adds and changes rows of a table so that they say what the roster says.
 *
 * @param keep leave rows that are here already as they are
 * @param rowOf the columns of a thing, given our ids of all things of its kind
 * @returns our ids by the sender's, and how many rows were new, changed, or as before
 */
async function lay<T extends { id: string }>(
  tx: Db,
  table: SourcedTable,
  things: readonly T[],
  keep: boolean,
  rowOf: (thing: T, ids: ReadonlyMap<string, string>) => Row,
): Promise<{ ids: Map<string, string>; summary: PartSummary }> {
  const present = await rowsOf(tx, table, things)
  const ids = new Map(things.map(({ id }) => [id, (present.get(id)?.id as string | undefined) ?? randomUUID()]))
  const summary: PartSummary = { added: 0, changed: 0, same: 0 }
  const written = things.flatMap((thing): Row[] => {
    const before = present.get(thing.id)
    const row = rowOf(thing, ids)
    if (before && (keep || Object.entries(row).every(([key, value]) => same(before[key], value)))) {
      summary.same++
      return []
    }
    summary[before ? 'changed' : 'added']++
    return [{ id: ids.get(thing.id), sourcedId: thing.id, ...row }]
  })
  const columns = getTableColumns(table)
  const set = Object.fromEntries(
    Object.keys(written[0] ?? {}).map((key) => [key, sql.raw(`excluded."${columns[key]!.name}"`)]),
  )
  for (let at = 0; at < written.length; at += ROWS_AT_ONCE)
    await tx
      .insert(table)
      .values(written.slice(at, at + ROWS_AT_ONCE))
      .onConflictDoUpdate({ target: table.id, set })
  return { ids, summary }
}

/** The rows that are here already, by the sender's id. */
async function rowsOf(tx: Db, table: SourcedTable, things: readonly { id: string }[]): Promise<Map<string, Row>> {
  const present = new Map<string, Row>()
  for (let at = 0; at < things.length; at += ROWS_AT_ONCE) {
    const wanted = things.slice(at, at + ROWS_AT_ONCE).map((each) => each.id)
    for (const row of await tx.select().from(table).where(inArray(table.sourcedId, wanted)))
      present.set(row.sourcedId as string, row)
  }
  return present
}

/** A class is taught by those whom the roster names, and by nobody else. */
async function setTeachers(
  tx: Db,
  roster: Roster,
  sectionIds: ReadonlyMap<string, string>,
  teacherIds: ReadonlyMap<string, string>,
): Promise<void> {
  const rows = roster.enrolments.flatMap((each) => {
    const userId = each.role === 'teacher' ? teacherIds.get(each.person) : undefined
    return userId ? [{ sectionId: sectionIds.get(each.class)!, userId }] : []
  })
  const touched = [...sectionIds.values()]
  if (touched.length) await tx.delete(sectionTeachers).where(inArray(sectionTeachers.sectionId, touched))
  if (rows.length) await tx.insert(sectionTeachers).values(rows).onConflictDoNothing()
}

async function layEnrolments(
  tx: Db,
  roster: Roster,
  sectionIds: ReadonlyMap<string, string>,
  studentIds: ReadonlyMap<string, string>,
  dates: RosterOptions,
) {
  const list = roster.enrolments.filter((each) => each.role === 'student' && studentIds.has(each.person))
  const yearStart = new Map(roster.periods.map((each) => [each.id, each.firstDay]))
  const firstDays = new Map(
    roster.classes.map((each) => [each.id, each.terms.map((term) => yearStart.get(term)!).sort()[0] ?? dates.today]),
  )
  const { summary } = await lay(tx, enrolments, list, false, (each) => ({
    sectionId: sectionIds.get(each.class)!,
    studentId: studentIds.get(each.person)!,
    firstDay: each.firstDay ?? firstDays.get(each.class)!,
    lastDay: each.lastDay,
  }))
  const named = new Set(list.map((each) => each.id))
  const touched = [...sectionIds.values()]
  const present = touched.length ? await tx.select().from(enrolments).where(inArray(enrolments.sectionId, touched)) : []
  const gone = present.filter(
    (row) =>
      row.sourcedId !== null && !named.has(row.sourcedId) && (row.lastDay === null || row.lastDay >= dates.today),
  )
  for (const row of gone) await tx.update(enrolments).set({ lastDay: dates.before }).where(eq(enrolments.id, row.id))
  return { enrolments: summary, ended: gone.length }
}

/** Whether a person teaches a class. */
export async function teaches(db: Db, userId: string, sectionId: string): Promise<boolean> {
  const rows = await db
    .select({ one: sql`1` })
    .from(sectionTeachers)
    .where(and(eq(sectionTeachers.userId, userId), eq(sectionTeachers.sectionId, sectionId)))
  return rows.length > 0
}
