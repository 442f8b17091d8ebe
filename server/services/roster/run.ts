import { randomUUID } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import { and, eq, inArray, isNull, lt, max, ne, or, sql } from 'drizzle-orm'
import { daysAfter } from '../../../core/calendar/date'
import { sessionOddities } from '../../../core/formats/oneroster/sessions'
import type { RosterHead } from '../../../core/formats/oneroster/roster'
import type { RosterFindings, RosterWorking } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { connections, rosterChanges, runRosters, runs, users } from '../../database/schema'
import { announceRoster } from '../news-signal'
import { Problem, problemOf } from '../problem'
import { RosterChanges } from './apply'
import { askOfLeavers, asksOf } from './asks'
import { outlookOf } from './outlook'
import { allOf, headOf } from './in-pieces'
import { writeStep, type Rest, type RosterStep } from './rows'
import { letGo, sizeOf, staged } from './staged'

/** Who brings a roster. */
export interface Bringing {
  id: string
  role: 'teacher' | 'registrar'
}

/** Whom a pull asks, and for what: only what changed, or everything. */
export interface RosterAsked {
  connectionId?: string | null
  isNightly?: boolean
  isPart?: boolean
}

type Kind = 'roster' | 'import'
export const kinds: Kind[] = ['roster', 'import']

/** A run of which nothing was heard for so long has lost its worker. */
export const ALIVE_MS = 30_000
/** Whoever takes a run back: nobody goes on with that as if it brought a roster. */
export const TAKING_BACK = 'taking back'
export const longAgo = (): Date => new Date(Date.now() - ALIVE_MS)
const FAULTS_SHOWN = 50

/**
 * Begins a run: one at a time for each person.
 *
 * @returns its id
 * @throws Problem `run-under-way`
 */
export async function beginRosterRun(
  db: Db,
  person: Bringing,
  kind: Kind,
  { connectionId = null, isNightly = false, isPart = false }: RosterAsked = {},
): Promise<string> {
  return db.transaction(async (tx) => {
    await tx.select({ id: users.id }).from(users).where(eq(users.id, person.id)).for('update')
    const mine = and(eq(runs.userId, person.id), inArray(runs.kind, kinds), eq(runs.state, 'running'))
    const now = new Date()
    await tx
      .update(runs)
      .set({ state: 'failed', finishedAt: now, outcome: { code: 'interrupted' } })
      .where(and(mine, lt(runs.aliveAt, longAgo())))
    const [busy] = await tx.select({ id: runs.id }).from(runs).where(mine)
    if (busy) throw new Problem(409, 'run-under-way', {}, { runId: busy.id })
    // A roster that waited for an answer is out of date with the next of its kind.
    const former = and(
      eq(runs.userId, person.id),
      eq(runs.kind, kind),
      connectionId === null ? isNull(runs.connectionId) : eq(runs.connectionId, connectionId),
      ne(runs.state, 'running'),
    )
    const ids = (await tx.select({ id: runs.id }).from(runs).where(former)).map((each) => each.id)
    await letGo(tx, ids)
    await tx
      .update(runs)
      .set({ state: 'stopped' })
      .where(and(inArray(runs.id, ids), eq(runs.state, 'asking')))
    const id = randomUUID()
    await tx.insert(runs).values({
      id,
      kind,
      userId: person.id,
      connectionId,
      isNightly,
      // A file is worked on where it was received; a pull waits for whoever takes it up.
      worker: kind === 'import' ? id : null,
      state: 'running',
      startedAt: now,
      aliveAt: now,
      outcome: { code: 'under way' },
      found: { isPart },
    })
    return id
  })
}

/**
 * Ends a run that came to nothing, with the reason.
 *
 * @param worker who worked on it; a run that is another's by now goes on
 */
export async function failRosterRun(db: Db, runId: string, error: unknown, worker?: string): Promise<void> {
  const faults =
    error instanceof Problem && error.code === 'csv-faults' ? (error.detail as RosterFindings['faults']) : []
  const [ended] = await db
    .update(runs)
    .set({
      state: 'failed',
      finishedAt: new Date(),
      outcome: { code: 'failed', problem: problemOf(error) },
      ...(faults?.length ? { found: { faults: faults.slice(0, FAULTS_SHOWN) } } : {}),
    })
    .where(worker === undefined ? and(eq(runs.id, runId), eq(runs.state, 'running')) : held(runId, worker))
    .returning({ id: runs.id })
  // What is not whole cannot be gone on with.
  if (ended && !(await isKept(db, runId))) await letGo(db, [runId])
}

/** What is true of a run for as long as it is this worker's and goes on. */
export const held = (runId: string, worker: string) =>
  and(eq(runs.id, runId), eq(runs.worker, worker), eq(runs.state, 'running'))

/** Says that the roster of a run is whole with it, and how it is to be worked on: from now on any process can. */
export async function keepRoster(db: Db, runId: string, head: RosterHead, working: RosterWorking): Promise<void> {
  const row = { head: headOf(head), working }
  await db
    .insert(runRosters)
    .values({ runId, ...row })
    .onConflictDoUpdate({ target: runRosters.runId, set: row })
}

/** Whether a run has its roster with it, so that it can be gone on with. */
export async function isKept(db: Db, runId: string): Promise<boolean> {
  const rows = await db.select({ id: runRosters.runId }).from(runRosters).where(eq(runRosters.runId, runId))
  return rows.length > 0
}

/**
 * Lays the roster that is kept with a run: in steps of some hundred rows, each kept with its line in the journal of rosters, so that it can
 * be stopped, goes on after an end in the middle, and can be taken back.
 *
 * @param rest lets whoever else waits for an answer have it, between two steps
 * @param worker who works on it: a file's run is its own
 */
export async function workRosterRun(db: Db, runId: string, rest: Rest = setImmediate, worker = runId): Promise<void> {
  const [kept] = await db.select().from(runRosters).where(eq(runRosters.runId, runId))
  if (!kept) throw new Problem(409, 'not-waiting')
  const { head, working } = kept
  const { today, whole, allowed = false, until = null } = working
  const roster = staged(db, runId, head, rest)
  const options = { today, before: daysAfter(today, -1), whole, rest }
  const changes = new RosterChanges(db, roster, options)
  const periods = await allOf(roster, 'periods')
  const found: RosterFindings = { oddities: sessionOddities(periods), isPart: head.modes.people === 'delta' }
  const total = await sizeOf(db, runId)
  await db.update(runs).set({ done: 0, total, found }).where(held(runId, worker))
  const asks = allowed
    ? []
    : [...(await asksOf(db, await changes.toEnd(), today, rest)), ...askOfLeavers(await changes.toLeave())]
  const people = working.asksFirst && !allowed ? await outlookOf(db, new RosterChanges(db, roster, options)) : []
  if (asks.length || people.length) {
    await db
      .update(runs)
      .set({ state: 'asking', found: { ...found, asks, people }, outcome: { code: 'asking' } })
      .where(held(runId, worker))
    return
  }
  await keepRoster(db, runId, head, { ...working, allowed: true })
  let place = await lastPlace(db, runId)
  for await (const step of changes.steps()) if (!(await takeStep(db, runId, worker, ++place, step))) break
  const touched = changes.touched && [...changes.touched]
  const [run] = await db
    .update(runs)
    .set({
      state: sql`case when ${runs.state} = 'running' then 'done' else ${runs.state} end`,
      done: total,
      finishedAt: new Date(),
      outcome: { code: 'roster', summary: changes.summary },
      found: { ...found, summary: changes.summary, listed: changes.listed, touched },
    })
    .where(and(eq(runs.id, runId), eq(runs.worker, worker)))
    .returning({ state: runs.state, connectionId: runs.connectionId })
  if (!run) return
  if (whole && run.connectionId && run.state === 'done')
    await db.update(connections).set({ rosterAt: until }).where(eq(connections.id, run.connectionId))
  await letGo(db, [runId])
  await announceRoster(db, runId)
}

/** Writes one step. Answers whether the run still goes on. */
async function takeStep(db: Db, runId: string, worker: string, place: number, step: RosterStep): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [goesOn] = await tx
      .update(runs)
      .set({ aliveAt: new Date(), done: sql`least(${runs.done} + ${step.changes.length}, ${runs.total})` })
      .where(held(runId, worker))
      .returning({ id: runs.id })
    if (!goesOn) return false
    await writeStep(tx, step)
    await tx.insert(rosterChanges).values({ runId, place, part: step.part, rows: step.changes })
    return true
  })
}

async function lastPlace(db: Db, runId: string): Promise<number> {
  const [last] = await db
    .select({ place: max(rosterChanges.place) })
    .from(rosterChanges)
    .where(eq(rosterChanges.runId, runId))
  return Number(last?.place ?? -1)
}

/**
 * Lets a run go on that waits for an answer, or that ended in the middle: it waits for whoever takes it up. Whoever was
 * asked has said yes by it.
 *
 * @throws Problem `not-waiting` when there is nothing to go on with
 */
export async function goOnWithRosterRun(db: Db, runId: string): Promise<void> {
  await db.transaction(async (tx) => {
    const waits = or(
      inArray(runs.state, ['asking', 'failed', 'stopped']),
      and(eq(runs.state, 'running'), lt(runs.aliveAt, longAgo())),
    )
    const [run] = await tx
      .select({ found: runs.found })
      .from(runs)
      .where(and(eq(runs.id, runId), waits))
      .for('update')
    const [kept] = await tx.select().from(runRosters).where(eq(runRosters.runId, runId))
    if (!run || !kept) throw new Problem(409, 'not-waiting')
    const wasAsked = Boolean(run.found?.asks?.length || run.found?.people?.length)
    if (wasAsked) await keepRoster(tx, runId, kept.head, { ...kept.working, allowed: true })
    await tx
      .update(runs)
      .set({ state: 'running', aliveAt: new Date(), finishedAt: null, worker: null })
      .where(eq(runs.id, runId))
  })
}
