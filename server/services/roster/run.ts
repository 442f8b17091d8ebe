import { randomUUID } from 'node:crypto'
import { setImmediate } from 'node:timers/promises'
import { and, desc, eq, inArray, lt, max, sql } from 'drizzle-orm'
import { daysAfter } from '../../../core/calendar/date'
import { sessionOddities } from '../../../core/formats/oneroster/sessions'
import { rosterKinds, type Roster } from '../../../core/formats/oneroster/roster'
import type { RosterFindings } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { rosterChanges, runRosters, runs, users } from '../../database/schema'
import { announceRoster } from '../news-signal'
import { Problem, problemOf } from '../problem'
import { RosterChanges } from './apply'
import type { Ending } from './endings'
import { activeIn, namesOf, titlesOf } from './names'
import { packRoster, unpackRoster } from './pack'
import { takenBack, writeStep, type Rest, type RosterStep } from './rows'

/** Who brings a roster. */
export interface Bringing {
  id: string
  role: 'teacher' | 'registrar'
}

type Kind = 'roster' | 'import'
export const kinds: Kind[] = ['roster', 'import']

/** A run of which nothing was heard for so long has lost its worker. */
export const ALIVE_MS = 30_000
/** A roster that would end more than these shares asks first. */
const MUCH_OF_A_CLASS = 0.1
const MUCH_OF_ALL = 0.02
const NAMES_SHOWN = 60
const FAULTS_SHOWN = 50

/**
 * Begins a run: one at a time for each person.
 *
 * @returns its id
 * @throws Problem `run-under-way`
 */
export async function beginRosterRun(db: Db, person: Bringing, kind: Kind): Promise<string> {
  return db.transaction(async (tx) => {
    await tx.select({ id: users.id }).from(users).where(eq(users.id, person.id)).for('update')
    const mine = and(eq(runs.userId, person.id), inArray(runs.kind, kinds), eq(runs.state, 'running'))
    const now = new Date()
    await tx
      .update(runs)
      .set({ state: 'failed', finishedAt: now, outcome: { code: 'interrupted' } })
      .where(and(mine, lt(runs.aliveAt, new Date(now.getTime() - ALIVE_MS))))
    const [busy] = await tx.select({ id: runs.id }).from(runs).where(mine)
    if (busy) throw new Problem(409, 'run-under-way', {}, { runId: busy.id })
    const id = randomUUID()
    await tx.insert(runs).values({
      id,
      kind,
      userId: person.id,
      state: 'running',
      startedAt: now,
      aliveAt: now,
      outcome: { code: 'under way' },
    })
    return id
  })
}

/** Ends a run that came to nothing, with the reason. */
export async function failRosterRun(db: Db, runId: string, error: unknown): Promise<void> {
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
    .where(and(eq(runs.id, runId), eq(runs.state, 'running')))
}

export interface Working {
  today: string
  /** The roster is the whole district's. */
  whole: boolean
  /** Somebody has said yes to what it would end. */
  allowed?: boolean
}

/**
 * Lays a roster as a run: in steps of some hundred rows, each kept with its line in the journal of rosters, so that it can
 * be stopped, goes on after an end in the middle, and can be taken back.
 *
 * @param rest lets whoever else waits for an answer have it, between two steps
 */
export async function workRosterRun(
  db: Db,
  runId: string,
  roster: Roster,
  working: Working,
  rest: Rest = setImmediate,
): Promise<void> {
  const { today, whole, allowed = false } = working
  const changes = new RosterChanges(db, roster, { today, before: daysAfter(today, -1), whole, rest })
  const found: RosterFindings = { oddities: sessionOddities(roster.periods) }
  const total = rosterKinds.reduce((sum, kind) => sum + roster[kind].length, 0)
  await db.update(runs).set({ total, found }).where(eq(runs.id, runId))
  const asks = allowed
    ? []
    : [...(await whatToAsk(db, await changes.toEnd(), today, rest)), ...leavers(await changes.toLeave())]
  if (asks.length) {
    await keepRoster(db, runId, roster, working, rest)
    await db
      .update(runs)
      .set({ state: 'asking', found: { ...found, asks }, outcome: { code: 'asking' } })
      .where(and(eq(runs.id, runId), eq(runs.state, 'running')))
    return
  }
  await keepRoster(db, runId, roster, { ...working, allowed: true }, rest)
  let place = await lastPlace(db, runId)
  for await (const step of changes.steps()) if (!(await takeStep(db, runId, ++place, step))) break
  const [run] = await db.select({ state: runs.state }).from(runs).where(eq(runs.id, runId))
  const touched = changes.touched && [...changes.touched]
  await db
    .update(runs)
    .set({
      state: run?.state === 'running' ? 'done' : run?.state,
      done: total,
      finishedAt: new Date(),
      outcome: { code: 'roster', summary: changes.summary },
      found: { ...found, summary: changes.summary, listed: changes.listed, touched },
    })
    .where(eq(runs.id, runId))
  await db.delete(runRosters).where(eq(runRosters.runId, runId))
  await announceRoster(db, runId)
}

/** Writes one step. Answers whether the run still goes on. */
async function takeStep(db: Db, runId: string, place: number, step: RosterStep): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [goesOn] = await tx
      .update(runs)
      .set({ aliveAt: new Date(), done: sql`least(${runs.done} + ${step.changes.length}, ${runs.total})` })
      .where(and(eq(runs.id, runId), eq(runs.state, 'running')))
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

type Asks = NonNullable<RosterFindings['asks']>

/** Whether so many teachers would be switched off that it is asked about. */
function leavers({ names, of }: { names: readonly string[]; of: number }): Asks {
  if (names.length <= of * MUCH_OF_A_CLASS) return []
  return [{ what: { part: 'teachers' }, of, ends: names.length, names: names.slice(0, NAMES_SHOWN) }]
}

async function whatToAsk(db: Db, endings: readonly Ending[], today: string, rest: Rest): Promise<Asks> {
  if (endings.length === 0) return []
  const byClass = new Map<string, Ending[]>()
  for (const each of endings) byClass.set(each.sectionId, [...(byClass.get(each.sectionId) ?? []), each])
  const active = await activeIn(db, [...byClass.keys()], today, rest)
  const everybody = [...active.values()].reduce((sum, each) => sum + each, 0)
  const muchOfAll = endings.length > everybody * MUCH_OF_ALL && endings.length > 2
  const titles = await titlesOf(db, [...byClass.keys()], rest)
  const names = await namesOf(db, endings, rest)
  return [...byClass].flatMap(([sectionId, list]) => {
    const of = active.get(sectionId) ?? 0
    if (!muchOfAll && list.length <= of * MUCH_OF_A_CLASS) return []
    return [
      {
        what: { part: 'class' as const, title: titles.get(sectionId) ?? '' },
        of,
        ends: list.length,
        names: list.slice(0, NAMES_SHOWN).map((each) => names.get(each.studentId) ?? ''),
      },
    ]
  })
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
 * Takes up a run that waits for an answer, or whose worker is gone.
 *
 * @throws Problem `not-waiting` when there is nothing to go on with
 */
export async function takeUpRosterRun(db: Db, runId: string): Promise<{ roster: Roster; working: Working }> {
  const [kept] = await db.select().from(runRosters).where(eq(runRosters.runId, runId))
  const stale = new Date(Date.now() - ALIVE_MS)
  const [taken] = kept
    ? await db
        .update(runs)
        .set({ state: 'running', aliveAt: new Date(), finishedAt: null })
        .where(
          and(
            eq(runs.id, runId),
            sql`(${runs.state} in ('asking', 'failed', 'stopped') or (${runs.state} = 'running' and ${lt(runs.aliveAt, stale)}))`,
          ),
        )
        .returning({ id: runs.id })
    : []
  if (!kept || !taken) throw new Problem(409, 'not-waiting')
  const { roster, working } = await unpackRoster<Working>(kept.packed, setImmediate)
  return { roster, working: { ...working, allowed: true } }
}

/**
 * Takes back what a run did, as far as it still is so; people and classes that came with it stay known, without anybody
 * in them, so that no score is lost.
 *
 * @throws Problem `nothing-to-take-back`
 */
export async function takeBackRosterRun(db: Db, runId: string): Promise<void> {
  const now = new Date()
  const [taken] = await db
    .update(runs)
    .set({ state: 'running', aliveAt: now, done: 0 })
    .where(and(eq(runs.id, runId), inArray(runs.kind, kinds), inArray(runs.state, ['done', 'stopped', 'failed'])))
    .returning({ outcome: runs.outcome })
  if (!taken) throw new Problem(409, 'nothing-to-take-back')
  const lines = await db
    .select({ place: rosterChanges.place })
    .from(rosterChanges)
    .where(eq(rosterChanges.runId, runId))
    .orderBy(desc(rosterChanges.place))
  for (const { place } of lines)
    await db
      .transaction(async (tx) => {
        const [line] = await tx
          .select()
          .from(rosterChanges)
          .where(and(eq(rosterChanges.runId, runId), eq(rosterChanges.place, place)))
        await writeStep(tx, await takenBack(tx, { part: line!.part, changes: line!.rows }))
        await tx.update(runs).set({ aliveAt: new Date() }).where(eq(runs.id, runId))
      })
      .then(() => setImmediate())
  await db
    .update(runs)
    .set({ state: 'taken back', finishedAt: new Date(), outcome: taken.outcome })
    .where(eq(runs.id, runId))
  await db.delete(runRosters).where(eq(runRosters.runId, runId))
  await announceRoster(db, runId)
}
