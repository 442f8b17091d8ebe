import { and, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import { noRecords, type Kind, type RecordOf, type Records } from '../../core/acts/records'
import { readDecimal } from '../../core/number/decimal'
import type { Value } from '../../core/scores/score'
import type { Db } from '../database/client'
import { assignments, categories, cells, declarations, evidence, overrides, plans, remarks } from '../database/schema'

type Row = Record<string, unknown>
type RecordTable = PgTable & { sectionId: PgColumn; id: PgColumn }

const tables: Record<Kind, RecordTable> = {
  assignment: assignments,
  category: categories,
  plan: plans,
  cell: cells,
  evidence,
  override: overrides,
  remark: remarks,
  declaration: declarations,
}
export const kindsOfRecord = Object.keys(tables) as Kind[]

/** Who changed a record last, when, and by which act. */
export interface Hand {
  changedBy: string
  changedAt: Date
  actId: string
}

const keptColumns = new Set(['sectionId', 'id', 'changedBy', 'changedAt', 'actId'])
const decimalColumns = new Set(['points', 'percent', 'multiplier', 'weight', 'missingCountsAs', 'lowLine', 'level'])
const ROWS_AT_ONCE = 500

/** All records of one class. */
export async function readRecords(db: Db, sectionId: string): Promise<Records> {
  const records = noRecords()
  for (const kind of kindsOfRecord) {
    const rows = await db.select().from(tables[kind]).where(eq(tables[kind].sectionId, sectionId))
    Object.assign(records[kind], Object.fromEntries(rows.map((row) => [row.id as string, recordOf(kind, row)])))
  }
  return records
}

/** Some records of one kind, by id. Those that nobody has touched are not in it. */
export async function readSome(db: Db, sectionId: string, kind: Kind, ids: readonly string[]): Promise<Records[Kind]> {
  const table = tables[kind]
  const rows = await db
    .select()
    .from(table)
    .where(and(eq(table.sectionId, sectionId), inArray(table.id, [...ids])))
  return Object.fromEntries(rows.map((row) => [row.id as string, recordOf(kind, row)])) as Records[Kind]
}

/** Writes records whole, new ones and changed ones. */
export async function writeRecords(
  tx: Db,
  sectionId: string,
  kind: Kind,
  written: ReadonlyMap<string, RecordOf<Kind>>,
  hand: Hand,
): Promise<void> {
  const table = tables[kind]
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => key !== 'sectionId' && key !== 'id')
  const set = Object.fromEntries(columns.map(([key, column]) => [key, sql.raw(`excluded."${column.name}"`)]))
  const rows = [...written].map(([id, record]) => ({ sectionId, id, ...hand, ...rowOf(kind, record) }))
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await tx
      .insert(table)
      .values(rows.slice(at, at + ROWS_AT_ONCE))
      .onConflictDoUpdate({ target: [table.sectionId, table.id], set })
}

function recordOf(kind: Kind, row: Row): RecordOf<Kind> {
  const fields = Object.fromEntries(
    Object.entries(row)
      .filter(([key]) => !keptColumns.has(key))
      .map(([key, value]) => [key, decimalColumns.has(key) && typeof value === 'string' ? readDecimal(value) : value]),
  )
  if (kind !== 'cell') return fields as RecordOf<Kind>
  const { points, percent, label, ...rest } = fields
  return { ...rest, value: valueOf(points, percent, label) } as RecordOf<'cell'>
}

function valueOf(points: unknown, percent: unknown, label: unknown): Value | null {
  if (points !== null) return { points: points as string }
  if (percent !== null) return { percent: percent as string }
  return label === null ? null : { label: label as string }
}

function rowOf(kind: Kind, record: RecordOf<Kind>): Row {
  if (kind !== 'cell') return record
  const { value, ...rest } = record as RecordOf<'cell'>
  return { ...rest, points: null, percent: null, label: null, ...value }
}
