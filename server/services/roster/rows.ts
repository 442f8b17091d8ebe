import { and, eq, getTableColumns, inArray, or, sql, type SQL } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import { same } from '../../../core/same'
import type { RosterPart, RosterRowChange } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { courses, enrolments, orgs, periods, sections, sectionTeachers, students, users } from '../../database/schema'

export type Row = Record<string, unknown>
export type SourcedTable = PgTable & { id: PgColumn; sourcedId: PgColumn }

/** The table of each part whose rows keep the sender's id. */
export const tables: Readonly<Record<Exclude<RosterPart, 'teaching'>, SourcedTable>> = {
  orgs,
  periods,
  courses,
  classes: sections,
  teachers: users,
  students,
  enrolments,
}

/** Some hundred changes of one part: what is written, and journalled, at once. */
export interface RosterStep {
  part: RosterPart
  changes: RosterRowChange[]
}

export const ROWS_AT_ONCE = 250

/** The list in pieces of at most so many. */
export function* pieces<T>(list: readonly T[], size = ROWS_AT_ONCE): Generator<T[]> {
  for (let at = 0; at < list.length; at += size) yield list.slice(at, at + size)
}

/** Lets whoever else waits for an answer have it. */
export type Rest = () => Promise<unknown>

/**
 * The list in pieces, with a rest after each: the built-in database answers within the same turn, so that a long list of
 * questions would keep everybody else waiting.
 */
export async function* inTurns<T>(list: readonly T[], rest: Rest, size?: number): AsyncGenerator<T[]> {
  for (const piece of pieces(list, size)) {
    yield piece
    await rest()
  }
}

/** Writes the rows of a step as it says they become. */
export async function writeStep(tx: Db, { part, changes }: RosterStep): Promise<void> {
  if (part === 'teaching') return writeTeaching(tx, changes)
  const table: SourcedTable = tables[part]
  // An address signs one person in: those that change are given up before any is taken.
  const moving =
    part === 'teachers' ? changes.filter((each) => each.before && each.before.email !== each.after?.email) : []
  if (moving.length)
    await tx
      .update(users)
      .set({ email: null })
      .where(inArray(users.id, ids(moving)))
  for (const alike of byKeys(changes.flatMap(({ after }): Row[] => (after ? [after] : []))))
    await tx.execute(upserted(table, alike))
  const gone = ids(changes.filter((each) => each.after === null))
  if (gone.length) await tx.delete(table).where(inArray(table.id, gone))
}

async function writeTeaching(tx: Db, changes: readonly RosterRowChange[]): Promise<void> {
  type Pair = typeof sectionTeachers.$inferInsert
  const gone = changes.flatMap(({ before, after }) => (after === null && before ? (before as Pair) : []))
  if (gone.length)
    await tx
      .delete(sectionTeachers)
      .where(
        or(
          ...gone.map((each) =>
            and(eq(sectionTeachers.sectionId, each.sectionId), eq(sectionTeachers.userId, each.userId)),
          ),
        ),
      )
  const come = changes.flatMap(({ after }) => (after ? (after as Pair) : []))
  if (come.length) await tx.insert(sectionTeachers).values(come).onConflictDoNothing()
}

const ids = (changes: readonly RosterRowChange[]) => changes.map((each) => each.id)

/**
 * The statement that writes rows, all with the same columns. They travel as one text, which the database takes apart
 * by the table's own types: some hundred rows of parameters take three times as long, and keep everybody waiting.
 */
function upserted(table: SourcedTable, rows: readonly Row[]): SQL {
  const columns = getTableColumns(table)
  const names = Object.keys(rows[0]!).map((key) => ({ key, column: sql.identifier(columns[key]!.name) }))
  const named = rows.map((row) => Object.fromEntries(names.map(({ key }) => [columns[key]!.name, row[key]])))
  const list = sql.join(
    names.map(({ column }) => column),
    sql`, `,
  )
  const set = sql.join(
    names.map(({ column }) => sql`${column} = excluded.${column}`),
    sql`, `,
  )
  return sql`insert into ${table} (${list}) select ${list}
    from jsonb_populate_recordset(null::${table}, ${JSON.stringify(named)}::jsonb) on conflict (id) do update set ${set}`
}

/** Rows with the same columns together: an insert names its columns once. */
function byKeys(rows: readonly Row[]): Row[][] {
  const groups = new Map<string, Row[]>()
  for (const row of rows) {
    const keys = Object.keys(row).join()
    groups.set(keys, [...(groups.get(keys) ?? []), row])
  }
  return [...groups.values()]
}

/**
 * The changes that take back a step, as far as its rows still are as it left them. Whoever came with it stays known, so
 * that no score is lost: a class that came is taught by nobody, a person signs in no more.
 */
export async function takenBack(tx: Db, { part, changes }: RosterStep): Promise<RosterStep> {
  const now = await presentRows(tx, part, ids(changes))
  return {
    part,
    changes: changes.toReversed().flatMap((each): RosterRowChange[] => {
      const row = now.get(each.id) ?? null
      if (!stands(row, each.after)) return []
      const before = each.before ?? remaining(part, row)
      return [{ id: each.id, name: each.name, before: each.after, after: before }]
    }),
  }
}

const stands = (row: Row | null, after: Row | null): boolean =>
  row === null || after === null ? row === after : Object.entries(after).every(([key, value]) => same(row[key], value))

/** What stays of a row that a step had added. */
function remaining(part: RosterPart, row: Row | null): Row | null {
  if (part === 'teachers') return { ...row, enabled: false }
  return part === 'enrolments' || part === 'teaching' || part === 'periods' ? null : row
}

async function presentRows(tx: Db, part: RosterPart, desired: string[]): Promise<Map<string, Row>> {
  if (part !== 'teaching') {
    const table = tables[part]
    const rows: Row[] = await tx.select().from(table).where(inArray(table.id, desired))
    return new Map(rows.map((row) => [row.id as string, row]))
  }
  const rows = await tx
    .select()
    .from(sectionTeachers)
    .where(inArray(sql`${sectionTeachers.sectionId} || '/' || ${sectionTeachers.userId}`, desired))
  return new Map(rows.map((row) => [teachingId(row), row]))
}

export const teachingId = ({ sectionId, userId }: { sectionId: string; userId: string }) => `${sectionId}/${userId}`
