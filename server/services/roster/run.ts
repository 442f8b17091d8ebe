import { randomUUID } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import { and, eq, inArray, lt, max, or, sql } from 'drizzle-orm'
import { daysAfter } from '../../../core/calendar/date'
import { sessionOddities } from '../../../core/formats/oneroster/sessions'
import { rosterKinds, type Roster } from '../../../core/formats/oneroster/roster'
import type { RosterFindings } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { connections, rosterChanges, runRosters, runs, users } from '../../database/schema'
import { announceRoster } from '../news-signal'
import { Problem, problemOf } from '../problem'
import { RosterChanges } from './apply'
import { askOfLeavers, asksOf } from './asks'
import { outlookOf } from './outlook'
import { packRoster, unpackRoster } from './pack'
import { writeStep, type Rest, type RosterStep } from './rows'

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
  await db
    .update(runs)
    .set({
      state: 'failed',
      finishedAt: new Date(),
      outcome: { code: 'failed', problem: problemOf(error) },
      ...(faults?.length ? { found: { faults: faults.slice(0, FAULTS_SHOWN) } } : {}),
    })
    .where(worker === undefined ? and(eq(runs.id, runId), eq(runs.state, 'running')) : held(runId, worker))
}

export interface Working {
  today: string
  /** The roster is the whole district's. */
  whole: boolean
  /** Somebody has said yes to what it would end. */
  allowed?: boolean
  /** Who comes and goes is said first, however few they are. */
  asksFirst?: boolean
  /** To when the records are like the partner's once this is done, by its own clock. */
  until?: string | null
}

/** What is true of a run for as long as it is this worker's and goes on. */
export const held = (runId: string, worker: string) =>
  and(eq(runs.id, runId), eq(runs.worker, worker), eq(runs.state, 'running'))

/**
 * Lays a roster as a run: in steps of some hundred rows, each kept with its line in the journal of rosters, so that it can
 * be stopped, goes on after an end in the middle, and can be taken back.
 *
 * @param rest lets whoever else waits for an answer have it, between two steps
 * @param worker who works on it: a file's run is its own
 */
export async function workRosterRun(
  db: Db,
  runId: string,
  roster: Roster,
  working: Working,
  rest: Rest = setImmediate,
  worker = runId,
): Promise<void> {
  const { today, whole, allowed = false, until = null } = working
  const options = { today, before: daysAfter(today, -1), whole, rest }
  const changes = new RosterChanges(db, roster, options)
  const found: RosterFindings = { oddities: sessionOddities(roster.periods), isPart: roster.modes.people === 'delta' }
  const total = rosterKinds.reduce((sum, kind) => sum + roster[kind].length, 0)
  await db.update(runs).set({ done: 0, total, found }).where(held(runId, worker))
  const asks = allowed
    ? []
    : [...(await asksOf(db, await changes.toEnd(), today, rest)), ...askOfLeavers(await changes.toLeave())]
  const people = working.asksFirst && !allowed ? await outlookOf(db, new RosterChanges(db, roster, options)) : []
  if (asks.length || people.length) {
    await keepRoster(db, runId, roster, working, rest)
    await db
      .update(runs)
      .set({ state: 'asking', found: { ...found, asks, people }, outcome: { code: 'asking' } })
      .where(held(runId, worker))
    return
  }
  await keepRoster(db, runId, roster, { ...working, allowed: true }, rest)
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
  await db.delete(runRosters).where(eq(runRosters.runId, runId))
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

/** A roster that waits is kept with its run, so that any process can go on with it. */
async function keepRoster(db: Db, runId: string, roster: Roster, working: Working, rest: Rest): Promise<void> {
  const packed = await packRoster(roster, working, rest)
  await db
    .insert(runRosters)
    .values({ runId, packed })
    .onConflictDoUpdate({ target: runRosters.runId, set: { packed } })
}

/**
 * Lets a run go on that waits for an answer, or whose worker is gone: it waits for whoever takes it up.
 *
 * @throws Problem `not-waiting` when there is nothing to go on with
 */
export async function goOnWithRosterRun(db: Db, runId: string): Promise<void> {
  const [kept] = await db.select({ id: runRosters.runId }).from(runRosters).where(eq(runRosters.runId, runId))
  const [waits] = kept
    ? await db
        .update(runs)
        .set({ state: 'running', aliveAt: new Date(), finishedAt: null, worker: null })
        .where(
          and(
            eq(runs.id, runId),
            or(
              inArray(runs.state, ['asking', 'failed', 'stopped']),
              and(eq(runs.state, 'running'), lt(runs.aliveAt, longAgo())),
            ),
          ),
        )
        .returning({ id: runs.id })
    : []
  if (!waits) throw new Problem(409, 'not-waiting')
}

/** The roster that is kept with a run, and how it was to be worked on: somebody said yes to it. */
export async function keptRoster(db: Db, runId: string): Promise<{ roster: Roster; working: Working } | null> {
  const [kept] = await db.select().from(runRosters).where(eq(runRosters.runId, runId))
  if (!kept) return null
  const { roster, working } = await unpackRoster<Working>(kept.packed, setImmediate)
  return { roster, working: { ...working, allowed: true } }
}
