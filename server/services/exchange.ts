import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, inArray, isNotNull, lt } from 'drizzle-orm'
import { compare, type Baseline, type Difference } from '../../core/exchange/compare'
import { desired, type Sendable, type SendableType, type Unsendable } from '../../core/exchange/desired'
import { same } from '../../core/same'
import type { ClassSnapshot } from '../../core/section'
import { isOwnSpace } from '../../core/roster/own-space'
import type { Db } from '../database/client'
import { syncBaseline, periods, runItems, runs, sections, sectionTeachers, students } from '../database/schema'
import type { OneRosterClient } from './oneroster-client'
import type { Person } from './person'
import type { RunOutcome, SentCounts } from '../../shared/exchange'
import { Problem, problemOf } from './problem'
import { ALIVE_MS } from './roster/run'
import { loadSnapshot } from './snapshot'

/** What a push of one class would do, thing by thing, and what cannot be sent. */
export async function comparePush(
  db: Db,
  client: OneRosterClient,
  sectionId: string,
): Promise<{ differences: Difference[]; unsendables: Unsendable[]; alike: Sendable[] }> {
  const snapshot = await loadSnapshot(db, sectionId)
  const sourced = await sourcedIds(db, sectionId)
  if (isOwnSpace(sourced.get(sectionId) ?? null)) throw new Problem(409, 'not-the-districts')
  const { sendables, unsendables } = desired(snapshot, sourced)
  const there = await client.gradebook(sourced.get(sectionId)!)
  const base = await readBaseline(db, sectionId)
  const alike = heldAlike(sendables, there, base)
  return { differences: compare(sendables, there, base), unsendables, alike }
}

/**
 * The scores of a class that stand apart from the district's, by the ids of their cells: those that it does not have as
 * they are, and those that the last run held because they had changed there. Null before the first exchange.
 */
export async function cellsOutOfSync(
  db: Db,
  snapshot: ClassSnapshot,
): Promise<{ unsent: string[]; held: string[] } | null> {
  const { id: sectionId } = snapshot.section
  const base = await readBaseline(db, sectionId)
  if (base.size === 0) return null
  const { sendables } = desired(snapshot, await sourcedIds(db, sectionId))
  const heldBack = await heldBackBy(db, sectionId)
  const cellsOf = (belongs: (each: Sendable) => boolean) =>
    sendables.flatMap((each) => (each.type === 'result' && each.cellId && belongs(each) ? each.cellId : []))
  return {
    unsent: cellsOf(({ id, fields }) => !same(fields, base.get(id)?.fields)),
    // What was changed here since is another thing than the one that was held.
    held: cellsOf(({ id, fields }) => same(fields, heldBack.get(id))),
  }
}

/** What the last push of a class held back, as it was here then, by id. */
async function heldBackBy(db: Db, sectionId: string): Promise<ReadonlyMap<string, Record<string, unknown> | null>> {
  const [last] = await db
    .select({ id: runs.id })
    .from(runs)
    .where(and(eq(runs.sectionId, sectionId), eq(runs.kind, 'push')))
    .orderBy(desc(runs.startedAt))
    .limit(1)
  if (!last) return new Map()
  const items = await db
    .select({ id: runItems.id, fields: runItems.fields })
    .from(runItems)
    .where(and(eq(runItems.runId, last.id), eq(runItems.state, 'held')))
  return new Map(items.map((item) => [item.id, item.fields]))
}

/** What both sides hold alike is agreed, even when the answer to the sending of it was lost: what is not noted so yet. */
const heldAlike = (
  sendables: readonly Sendable[],
  there: ReadonlyMap<string, Record<string, unknown>>,
  base: ReadonlyMap<string, Baseline>,
): Sendable[] =>
  sendables.filter(
    ({ id, fields }) => there.has(id) && same(fields, there.get(id)) && !same(fields, base.get(id)?.fields),
  )

async function readBaseline(db: Db, sectionId: string): Promise<Map<string, Baseline>> {
  const rows = await db.select().from(syncBaseline).where(eq(syncBaseline.sectionId, sectionId))
  return new Map(rows.map((row) => [row.id, { type: row.type as SendableType, title: row.title, fields: row.fields }]))
}

async function agree(
  db: Db,
  sectionId: string,
  { id, type, title, here }: Pick<Difference, 'id' | 'type' | 'title' | 'here'>,
): Promise<void> {
  if (here === null)
    await db.delete(syncBaseline).where(and(eq(syncBaseline.sectionId, sectionId), eq(syncBaseline.id, id)))
  else
    await db
      .insert(syncBaseline)
      .values({ sectionId, id, type, title, fields: here })
      .onConflictDoUpdate({ target: [syncBaseline.sectionId, syncBaseline.id], set: { fields: here, title } })
}

async function sourcedIds(db: Db, sectionId: string): Promise<Map<string, string>> {
  const rows = [
    ...(await db
      .select({ id: sections.id, sourcedId: sections.sourcedId })
      .from(sections)
      .where(eq(sections.id, sectionId))),
    ...(await db
      .select({ id: students.id, sourcedId: students.sourcedId })
      .from(students)
      .where(isNotNull(students.sourcedId))),
    ...(await db.select({ id: periods.id, sourcedId: periods.sourcedId }).from(periods)),
  ]
  return new Map(rows.map((row) => [row.id, row.sourcedId ?? row.id]))
}

/**
 * Starts a push: compares anew, writes down what is to be done, and leaves the sending to `workPush`.
 *
 * @param overwrite ids of held things that the teacher decided to send all the same
 * @returns the run's id
 * @throws Problem `run-under-way` when another run of the class is being worked on
 */
export async function startPush(
  db: Db,
  client: OneRosterClient,
  sectionId: string,
  userId: string,
  overwrite: ReadonlySet<string>,
): Promise<string> {
  const { differences, alike } = await comparePush(db, client, sectionId)
  for (const each of alike) await agree(db, sectionId, { ...each, here: each.fields })
  const isHeld = (each: Difference) => each.step === 'held' && !overwrite.has(each.id)
  // What is held is written down too: it waits for a decision, in the run and in the gradebook.
  const todo = [...differences.filter((each) => !isHeld(each)), ...differences.filter(isHeld)]
  return db.transaction(async (tx) => {
    await tx.select({ id: sections.id }).from(sections).where(eq(sections.id, sectionId)).for('update')
    const now = new Date()
    await tx
      .update(runs)
      .set({ state: 'failed', finishedAt: now, outcome: { code: 'interrupted' } })
      .where(
        and(
          eq(runs.sectionId, sectionId),
          eq(runs.state, 'running'),
          lt(runs.aliveAt, new Date(now.getTime() - ALIVE_MS)),
        ),
      )
    const [busy] = await tx
      .select({ id: runs.id })
      .from(runs)
      .where(and(eq(runs.sectionId, sectionId), eq(runs.state, 'running')))
    if (busy) throw new Problem(409, 'run-under-way', {}, { runId: busy.id })
    const id = randomUUID()
    await tx.insert(runs).values({
      id,
      kind: 'push',
      sectionId,
      userId,
      state: 'running',
      startedAt: now,
      aliveAt: now,
      outcome: { code: 'under way' },
    })
    for (let at = 0; at < todo.length; at += 500)
      await tx.insert(runItems).values(
        todo.slice(at, at + 500).map((each, i) => ({
          runId: id,
          place: at + i,
          type: each.type,
          id: each.id,
          title: each.title,
          step: each.step,
          fields: each.here,
          state: isHeld(each) ? ('held' as const) : ('waiting' as const),
        })),
      )
    return id
  })
}

/** Sends what a run has waiting, item by item, noting each answer with what is agreed from then on. */
export async function workPush(db: Db, client: OneRosterClient, runId: string, today: string): Promise<void> {
  const [run] = await db.select().from(runs).where(eq(runs.id, runId))
  const waiting = await db
    .select()
    .from(runItems)
    .where(and(eq(runItems.runId, runId), eq(runItems.state, 'waiting')))
    .orderBy(asc(runItems.place))
  try {
    for (const item of waiting) {
      const [now] = await db
        .update(runs)
        .set({ aliveAt: new Date() })
        .where(and(eq(runs.id, runId), eq(runs.state, 'running')))
        .returning({ id: runs.id })
      if (!now) return await recount(db, runId)
      const type = item.type as SendableType
      const answer =
        item.fields === null ? await client.remove(type, item.id) : await client.put(type, item.id, item.fields, today)
      await db.transaction(async (tx) => {
        const here = and(eq(runItems.runId, runId), eq(runItems.place, item.place))
        await tx
          .update(runItems)
          .set(answer.taken ? { state: 'sent' } : { state: 'refused', reason: answer.reason })
          .where(here)
        if (answer.taken) await agree(tx, run!.sectionId!, { id: item.id, type, title: item.title, here: item.fields })
      })
    }
    await finish(db, runId, 'done')
  } catch (error) {
    await finish(db, runId, 'failed', error)
    if (!(error instanceof Problem)) throw error
  }
}

/** Stops a run after the item that is on its way; one that asks is answered with no. */
export async function stopRun(db: Db, runId: string): Promise<void> {
  await db
    .update(runs)
    .set({ state: 'stopped', finishedAt: new Date(), outcome: { code: 'left' } })
    .where(and(eq(runs.id, runId), eq(runs.state, 'asking')))
  await finish(db, runId, 'stopped')
}

async function finish(db: Db, runId: string, state: 'done' | 'stopped' | 'failed', error?: unknown): Promise<void> {
  const counts = await countsOf(db, runId)
  const outcome: RunOutcome =
    state === 'failed' ? { code: 'failed', problem: problemOf(error), counts } : { code: 'sent', counts }
  await db
    .update(runs)
    .set({ state, finishedAt: new Date(), outcome })
    .where(and(eq(runs.id, runId), eq(runs.state, 'running')))
}

/** Says again what a stopped run came to, with the item that was on its way when it was stopped. */
async function recount(db: Db, runId: string): Promise<void> {
  await db
    .update(runs)
    .set({ outcome: { code: 'sent', counts: await countsOf(db, runId) } })
    .where(eq(runs.id, runId))
}

async function countsOf(db: Db, runId: string): Promise<SentCounts> {
  const items = await db.select({ state: runItems.state }).from(runItems).where(eq(runItems.runId, runId))
  const count = (state: string) => items.filter((item) => item.state === state).length
  return { sent: count('sent'), refused: count('refused'), held: count('held'), waiting: count('waiting') }
}

/** A run with its items. */
export async function readRun(db: Db, runId: string) {
  const [run] = await db.select().from(runs).where(eq(runs.id, runId))
  if (!run) throw new Problem(404, 'no-run')
  const items = await db.select().from(runItems).where(eq(runItems.runId, runId)).orderBy(asc(runItems.place))
  return { ...run, items: items.map(({ runId: _run, fields: _fields, ...item }) => item) }
}

/** The last runs that concern a person: their own, and those of their classes. */
export async function recentRuns(db: Db, person: Person) {
  const own = await db
    .select({ id: sectionTeachers.sectionId })
    .from(sectionTeachers)
    .where(eq(sectionTeachers.userId, person.id))
  const ids = own.map((row) => row.id)
  const [byClass, byPerson] = [
    ids.length
      ? await db.select().from(runs).where(inArray(runs.sectionId, ids)).orderBy(desc(runs.startedAt)).limit(30)
      : [],
    await db.select().from(runs).where(eq(runs.userId, person.id)).orderBy(desc(runs.startedAt)).limit(30),
  ]
  const all = new Map([...byClass, ...byPerson].map((run) => [run.id, run]))
  return [...all.values()].sort((a, b) => b.startedAt.getTime() - a.startedAt.getTime()).slice(0, 30)
}
