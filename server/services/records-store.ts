import { and, eq, getTableColumns, inArray, is, sql, type SQL } from 'drizzle-orm'
import { PgNumeric, type PgColumn, type PgTable } from 'drizzle-orm/pg-core'
import { noRecords, put, type Records } from '../../core/records'
import { fromShape, type Kind, type RecordOf } from '../../core/kinds'
import { readDecimal } from '../../core/number/decimal'
import type { Value } from '../../core/scores/score'
import type { Db } from '../database/client'
import {
  assignments,
  bankStars,
  calledAs,
  categories,
  cells,
  closings,
  commentBank,
  cardLayouts,
  declarations,
  driftsLeft,
  evidence,
  gradingScales,
  intakes,
  courseStandards,
  levelOverrides,
  levelScales,
  observations,
  overrides,
  patterns,
  plans,
  policies,
  remarks,
  reportingWindows,
  schoolHeads,
  standards,
  statements,
  windowGrants,
  windowRequests,
} from '../database/schema'

type Row = Record<string, unknown>
type RecordTable = PgTable & { id: PgColumn } & ({ sectionId: PgColumn } | { scopeId: PgColumn })

const tables: Record<Kind, RecordTable> = {
  assignment: assignments,
  category: categories,
  plan: plans,
  cell: cells,
  evidence,
  levelOverride: levelOverrides,
  observation: observations,
  override: overrides,
  remark: remarks,
  statement: statements,
  calledAs,
  closing: closings,
  declaration: declarations,
  driftLeft: driftsLeft,
  windowRequest: windowRequests,
  bankEntry: commentBank,
  bankStar: bankStars,
  reportingWindow: reportingWindows,
  windowGrant: windowGrants,
  scale: gradingScales,
  levelScale: levelScales,
  standard: standards,
  courseStandard: courseStandards,
  pattern: patterns,
  policy: policies,
  cardLayout: cardLayouts,
  schoolHead: schoolHeads,
  intake: intakes,
}
const kinds = Object.keys(tables) as Kind[]
/** Kinds whose records belong to a class; standards are of a class where its teacher made them. */
export const kindsOfClass = kinds.filter((kind) => 'sectionId' in tables[kind] || kind === 'standard')

const scopeColumn = (table: RecordTable): PgColumn => ('sectionId' in table ? table.sectionId : table.scopeId)

/** Who changed a record last, when, and by which act. */
export interface ChangeStamp {
  changedBy: string
  changedAt: Date
  actId: string
}

const rowsOwn = new Set(['sectionId', 'scopeId', 'changedBy', 'changedAt', 'actId'])
const ROWS_AT_ONCE = 500

const ofEachKind = <T>(make: (columns: [string, PgColumn][]) => T) =>
  Object.fromEntries(kinds.map((kind) => [kind, make(Object.entries(getTableColumns(tables[kind])))])) as Record<
    Kind,
    T
  >
/** What a record is read from: of a thousand rows, stamps that nobody asked for are half the way. */
const fieldsOf = ofEachKind((columns) =>
  Object.fromEntries(columns.filter(([key, column]) => !rowsOwn.has(key) && !column.generated)),
)
const decimals = ofEachKind((columns) => columns.filter(([, column]) => is(column, PgNumeric)).map(([key]) => key))

/** All records of some kinds in one scope: a class, or by name those of a person or the district. */
export async function readRecords(db: Db, scope: string, of: readonly Kind[] = kindsOfClass): Promise<Records> {
  const [records] = await readScopes(db, [[scope, of]])
  return records!
}

/**
 * All records of some kinds in each of several scopes. They are asked for in one question, and come as one text for each
 * kind: of some twenty kinds most have few records or none, a question costs as much whatever is found, and a thousand
 * rows read field by field take longer than to find them.
 *
 * @example const [own, district] = await readScopes(db, [[sectionId, kindsOfClass], [DISTRICT, ['policy']]])
 */
export async function readScopes(
  db: Db,
  scopes: readonly (readonly [scope: string, of: readonly Kind[]])[],
): Promise<Records[]> {
  const lists = scopes.flatMap(([scope, of], at) => of.map((kind) => ({ at, kind, list: listOf(kind, scope) })))
  const answer = scopes.map(noRecords)
  if (lists.length === 0) return answer
  const [found] = await db
    .select(Object.fromEntries(lists.map(({ list }, column) => [column, list])))
    .from(sql`(values (1)) as once`)
  for (const [column, { at, kind }] of lists.entries())
    for (const row of found![column] ?? []) put(answer[at]!, kind, row.id as string, recordOf(kind, row))
  return answer
}

/** The records of a kind as one list. A decimal is text in it: as a number of JSON it would be no decimal any more. */
function listOf(kind: Kind, scope: string) {
  const table = tables[kind]
  const fields = Object.entries(fieldsOf[kind]).map(([key, column]) => {
    const value = is(column, PgNumeric) ? sql`${column}::text` : sql`${column}`
    return sql`${sql.raw(`'${key}'`)}, ${value}`
  })
  const row = sql`json_build_object(${sql.join(fields, sql`, `)})`
  return sql<Row[] | null>`(select json_agg(${row}) from ${table} where ${scopeColumn(table)} = ${scope})`
}

/** Some records of one kind, by their whole ids. Those that nobody has touched are not in it. */
export const readSome = <K extends Kind>(db: Db, scope: string, kind: K, ids: readonly string[]) =>
  readWhere(db, scope, kind, (id) => inArray(id, [...ids]))

/** The records of one kind whose ids answer a condition. */
export async function readWhere<K extends Kind>(
  db: Db,
  scope: string,
  kind: K,
  where: (id: PgColumn) => SQL,
): Promise<Record<string, RecordOf<K>>> {
  const table: RecordTable = tables[kind]
  const rows = await db
    .select(fieldsOf[kind])
    .from(table)
    .where(and(eq(scopeColumn(table), scope), where(table.id)))
  return Object.fromEntries(rows.map((row) => [row.id as string, recordOf(kind, row)])) as Record<string, RecordOf<K>>
}

/** Writes records whole, new ones and changed ones. */
export async function writeRecords(
  tx: Db,
  scope: string,
  kind: Kind,
  written: ReadonlyMap<string, RecordOf<Kind>>,
  stamp: ChangeStamp,
): Promise<void> {
  const table = tables[kind]
  const scopeKey = 'sectionId' in table ? 'sectionId' : 'scopeId'
  const columns = Object.entries(getTableColumns(table)).filter(
    ([key, column]) => key !== scopeKey && key !== 'id' && !column.generated,
  )
  const set = Object.fromEntries(columns.map(([key, column]) => [key, sql.raw(`excluded."${column.name}"`)]))
  const rows = [...written].map(([id, record]) => ({ [scopeKey]: scope, id, ...stamp, ...rowOf(kind, record) }))
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await tx
      .insert(table)
      .values(rows.slice(at, at + ROWS_AT_ONCE))
      .onConflictDoUpdate({ target: [scopeColumn(table), table.id], set })
}

/** A row as a record: its decimals in their one form, and what an earlier release wrote as this one would. */
function recordOf(kind: Kind, { id: _, ...fields }: Row): RecordOf<Kind> {
  for (const key of decimals[kind]) if (typeof fields[key] === 'string') fields[key] = readDecimal(fields[key])
  if (kind !== 'cell') return fromShape(kind, fields, ROWS_SHAPE) as RecordOf<Kind>
  const { points, percent, label, level, ...rest } = fields
  return { ...rest, value: valueOf({ points, percent, label, level }) } as RecordOf<'cell'>
}

/** Rows say nothing of the release that wrote them; what is new in them already stays as it is. */
const ROWS_SHAPE = 1

/** The one form in which a score was typed. */
function valueOf(forms: Record<string, unknown>): Value | null {
  const form = Object.entries(forms).find(([, typed]) => typed !== null)
  return form ? (Object.fromEntries([form]) as Value) : null
}

function rowOf(kind: Kind, record: RecordOf<Kind>): Row {
  if (kind !== 'cell') return record
  const { value, ...rest } = record as RecordOf<'cell'>
  return { ...rest, points: null, percent: null, label: null, level: null, ...value }
}
