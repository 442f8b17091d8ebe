import { and, asc, desc, eq, gt, gte, inArray, lt, lte, max, sql, type SQL } from 'drizzle-orm'
import { currentChange, type Act, type Change } from '../../core/acts/act'
import { applyChange } from '../../core/acts/apply'
import { noRecords } from '../../core/records'
import { SHAPE, type Kind } from '../../core/kinds'
import type { Step } from '../../core/acts/steps'
import type { ClassSnapshot } from '../../core/section'
import type { ClassAct, ClassHistoryQuery, HistoryEntry } from '../../shared/history'
import type { Db } from '../database/client'
import { journal, users } from '../database/schema'
import { loadSnapshot } from './snapshot'

const ENTRIES = 30
const ACTS = 40
const STEPS = 60
/** How long undo reaches back by itself; what is older is taken back from the history. */
const REACH_MS = 24 * 60 * 60 * 1000

type Row = typeof journal.$inferSelect

/** The changes of an act that were made, as this release writes them; what was refused or came too late is not among them. */
const applied = ({ changes, outcomes, shape }: Pick<Row, 'changes' | 'outcomes' | 'shape'>): Change[] =>
  changes.filter((_, at) => outcomes[at]?.done === 'applied').map((change) => currentChange(change, shape))

const touches = (fields: Record<string, unknown>): SQL => sql`${journal.changes} @> ${JSON.stringify([fields])}::jsonb`

function actsOf(db: Db, where: SQL | undefined) {
  return db
    .select({ entry: journal, givenName: users.givenName, familyName: users.familyName })
    .from(journal)
    .leftJoin(users, eq(users.id, journal.userId))
    .where(where)
    .orderBy(desc(journal.seq))
}
const nameOf = (row: { givenName: string | null; familyName: string | null }) =>
  [row.givenName, row.familyName].filter(Boolean).join(' ')

/** What happened to one record, newest first: who, when, by which act, from what to what. */
export async function historyOf(db: Db, sectionId: string, kind: Kind, id: string): Promise<HistoryEntry[]> {
  const rows = await actsOf(db, and(eq(journal.scopeId, sectionId), touches({ kind, id }))).limit(ENTRIES)
  return rows.flatMap((row) =>
    applied(row.entry).flatMap((change) =>
      change.kind === kind && change.id === id
        ? [
            {
              at: row.entry.madeAt.toISOString(),
              by: nameOf(row),
              act: row.entry.kind,
              from: change.from as Record<string, unknown>,
              to: change.to as Record<string, unknown>,
            },
          ]
        : [],
    ),
  )
}

/** What happened in a class, newest first, as the filters want it. Of a filtered record only its own changes. */
export async function classHistory(db: Db, sectionId: string, query: ClassHistoryQuery): Promise<ClassAct[]> {
  const { before, kind, by, act, student, assignment, from, until } = query
  const wants = (change: Change) =>
    (!kind || change.kind === kind) &&
    (!student || change.id.split('/')[0] === student) &&
    (!assignment || change.id === assignment || change.id.split('/')[1] === assignment)
  const found: ClassAct[] = []
  let last = before
  // A student or an assignment is part of a record's id, so these two are looked for in what the database gives.
  for (;;) {
    const rows = await actsOf(
      db,
      and(
        eq(journal.scopeId, sectionId),
        last === undefined ? undefined : lt(journal.seq, last),
        kind ? touches({ kind }) : undefined,
        by ? eq(journal.userId, by) : undefined,
        act ? eq(journal.kind, act) : undefined,
        from ? gte(journal.madeAt, startOf(from)) : undefined,
        until ? lte(journal.madeAt, endOf(until)) : undefined,
        student ? sql`${journal.changes}::text like ${`%"${student}/%`}` : undefined,
        assignment ? sql`${journal.changes}::text like ${`%${assignment}%`}` : undefined,
      ),
    ).limit(ACTS)
    for (const row of rows) {
      const changes = applied(row.entry).filter(wants)
      if (changes.length) found.push(classAct(row, changes))
    }
    last = rows.at(-1)?.entry.seq
    if (rows.length < ACTS || found.length >= ACTS) return found
  }
}

function classAct(row: { entry: Row; givenName: string | null; familyName: string | null }, changes: Change[]) {
  const { seq, id, kind, userId, madeAt, ofId } = row.entry
  return { seq, id, kind, byId: userId, by: nameOf(row), at: madeAt.toISOString(), of: ofId, changes } as ClassAct
}

/** The acts of a person on a class in the last day, oldest first, for stepping back through them; batches whole. */
export async function ownActs(db: Db, sectionId: string, userId: string, now = new Date()): Promise<Step[]> {
  const rows = await db
    .select()
    .from(journal)
    .where(
      and(
        eq(journal.scopeId, sectionId),
        eq(journal.userId, userId),
        gt(journal.takenAt, new Date(now.getTime() - REACH_MS)),
      ),
    )
    .orderBy(desc(journal.seq))
    .limit(STEPS)
  const parts = rows.flatMap((row) => row.batchId ?? [])
  const together = parts.length
    ? await db
        .select()
        .from(journal)
        .where(and(inArray(journal.batchId, parts), eq(journal.userId, userId)))
        .orderBy(asc(journal.seq))
    : []
  return rows
    .reverse()
    .map((row) =>
      (row.batchId ? together.filter((each) => each.batchId === row.batchId) : [row])
        .map((each) => ({
          scope: each.scopeId === userId ? 'user' : each.scopeId,
          seq: each.seq,
          ago: now.getTime() - each.takenAt.getTime(),
          act: actOf(each),
        }))
        .filter(({ act }) => act.changes.length > 0),
    )
    .filter((step) => step.length > 0)
}

const actOf = (row: Row): Act =>
  ({
    id: row.id,
    shape: SHAPE,
    kind: row.kind,
    at: row.madeAt.toISOString(),
    ...(row.ofId ? { of: row.ofId } : {}),
    ...(row.batchId ? { batch: row.batchId } : {}),
    ...(row.sitting ? { sitting: row.sitting } : {}),
    changes: applied(row),
  }) as Act

/** The number of the last act on a class; 0 before the first. */
export async function lastSeq(db: Db, sectionId: string): Promise<number> {
  const [row] = await db
    .select({ last: max(journal.seq) })
    .from(journal)
    .where(eq(journal.scopeId, sectionId))
  return Number(row?.last ?? 0)
}

/** What happened in a class after an act that is known, oldest first. Acts on one class are numbered as they are kept. */
export async function actsAfter(db: Db, scope: string, seq: number): Promise<ClassAct[]> {
  const rows = await actsOf(db, and(eq(journal.scopeId, scope), gt(journal.seq, seq)))
  return rows.reverse().map((row) => classAct(row, applied(row.entry)))
}

/**
 * The class as it was at the end of a day: its records made again from the journal, from the first act on. Who is in the
 * class, the periods and what the district fixes are as they are now.
 */
export async function snapshotAsOf(db: Db, sectionId: string, day: string): Promise<ClassSnapshot> {
  const rows = await db
    .select({ changes: journal.changes, outcomes: journal.outcomes, shape: journal.shape })
    .from(journal)
    .where(and(eq(journal.scopeId, sectionId), lte(journal.madeAt, endOf(day))))
    .orderBy(asc(journal.seq))
  const records = noRecords()
  for (const row of rows) for (const change of applied(row)) applyChange(records, change)
  return { ...(await loadSnapshot(db, sectionId)), records, declared: {} }
}

/** Days begin and end where the server stands, which is where the school is. */
const startOf = (day: string) => new Date(`${day}T00:00:00`)
const endOf = (day: string) => new Date(`${day}T23:59:59.999`)
