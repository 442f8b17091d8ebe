import { and, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import { noRecords, type Kind, type RecordOf, type Records } from '../../core/acts/records'
import { readDecimal } from '../../core/number/decimal'
import type { Value } from '../../core/scores/score'
import type { Db } from '../database/client'
import {
  assignments,
  categories,
  cells,
  declarations,
  evidence,
  gradingScales,
  overrides,
  patterns,
  plans,
  policies,
  remarks,
} from '../database/schema'

type Row = Record<string, unknown>
type RecordTable = PgTable & { id: PgColumn } & ({ sectionId: PgColumn } | { homeId: PgColumn })

const tables: Record<Kind, RecordTable> = {
  assignment: assignments,
  category: categories,
  plan: plans,
  cell: cells,
  evidence,
  override: overrides,
  remark: remarks,
  declaration: declarations,
  scale: gradingScales,
  pattern: patterns,
  policy: policies,
}
const kinds = Object.keys(tables) as Kind[]
/** Kinds whose records belong to a class. */
export const kindsOfClass = kinds.filter((kind) => 'sectionId' in tables[kind])

const homeColumn = (table: RecordTable): PgColumn => ('sectionId' in table ? table.sectionId : table.homeId)

/** Who changed a record last, when, and by which act. */
export interface Hand {
  changedBy: string
  changedAt: Date
  actId: string
}

const keptColumns = new Set(['sectionId', 'homeId', 'id', 'changedBy', 'changedAt', 'actId'])
const decimalColumns = new Set([
  'points',
  'percent',
  'multiplier',
  'weight',
  'missingCountsAs',
  'lowLine',
  'level',
  'cap',
])
const ROWS_AT_ONCE = 500

/** All records of one home: a class, or by name those of a person's desk or the district. */
export async function readRecords(db: Db, home: string, of: readonly Kind[] = kindsOfClass): Promise<Records> {
  const records = noRecords()
  for (const kind of of) {
    const table = tables[kind]
    const rows = await db
      .select()
      .from(table)
      .where(eq(homeColumn(table), home))
    Object.assign(records[kind], Object.fromEntries(rows.map((row) => [row.id as string, recordOf(kind, row)])))
  }
  return records
}

/** Some records of one kind, by id. Those that nobody has touched are not in it. */
export async function readSome(db: Db, home: string, kind: Kind, ids: readonly string[]): Promise<Records[Kind]> {
  const table = tables[kind]
  const rows = await db
    .select()
    .from(table)
    .where(and(eq(homeColumn(table), home), inArray(table.id, [...ids])))
  return Object.fromEntries(rows.map((row) => [row.id as string, recordOf(kind, row)])) as Records[Kind]
}

/** Writes records whole, new ones and changed ones. */
export async function writeRecords(
  tx: Db,
  home: string,
  kind: Kind,
  written: ReadonlyMap<string, RecordOf<Kind>>,
  hand: Hand,
): Promise<void> {
  const table = tables[kind]
  const homeKey = 'sectionId' in table ? 'sectionId' : 'homeId'
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => key !== homeKey && key !== 'id')
  const set = Object.fromEntries(columns.map(([key, column]) => [key, sql.raw(`excluded."${column.name}"`)]))
  const rows = [...written].map(([id, record]) => ({ [homeKey]: home, id, ...hand, ...rowOf(kind, record) }))
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await tx
      .insert(table)
      .values(rows.slice(at, at + ROWS_AT_ONCE))
      .onConflictDoUpdate({ target: [homeColumn(table), table.id], set })
}

function recordOf(kind: Kind, row: Row): RecordOf<Kind> {
  const fields = Object.fromEntries(
    Object.entries(row)
      .filter(([key]) => !keptColumns.has(key))
      .map(([key, value]) => [key, decimalColumns.has(key) && typeof value === 'string' ? readDecimal(value) : value]),
  )
  if (kind !== 'cell') return fields as RecordOf<Kind>
  const { points, percent, label, level, ...rest } = fields
  return { ...rest, value: valueOf({ points, percent, label, level }) } as RecordOf<'cell'>
}

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
