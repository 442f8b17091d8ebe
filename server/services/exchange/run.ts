import { and, asc, desc, eq, gt, inArray, or } from 'drizzle-orm'
import { decided, findingOf, type Choice, type Finding } from '../../../core/exchange/compare'
import { decidedPull } from '../../../core/exchange/pull'
import type { ExchangeRun, RunProgress } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import { runItems, runs, sections, sectionTeachers } from '../../database/schema'
import type { Person } from '../person'
import { Problem } from '../problem'
import { remember } from './choices'
import { stateOf } from './prepare'
import { countsIn } from './work'

type Item = typeof runItems.$inferSelect

/** A run with its things; of each what differs, or all of it where one side has nothing. */
export async function readRun(db: Db, runId: string): Promise<ExchangeRun & { userId: string; isNightly: boolean }> {
  const [found] = await db
    .select({ run: runs, sectionTitle: sections.title })
    .from(runs)
    .leftJoin(sections, eq(sections.id, runs.sectionId))
    .where(eq(runs.id, runId))
  if (!found) throw new Problem(404, 'no-run')
  const { run, sectionTitle } = found
  const items = await db.select().from(runItems).where(eq(runItems.runId, runId)).orderBy(asc(runItems.place))
  return { ...run, sectionTitle: sectionTitle ?? '', unsendables: run.unsendables ?? [], items: items.map(shown) }
}

const shown = ({
  runId: _,
  after: __,
  tries: ___,
  settledAt: ____,
  theirId: _____,
  ...item
}: Item): ExchangeRun['items'][number] => {
  const { here, there, base, differing } = item
  if (!here || !there) return item
  const some = (fields: Record<string, unknown> | null | undefined) =>
    fields ? Object.fromEntries(differing.map((name) => [name, fields[name]])) : null
  return { ...item, here: some(here), there: some(there), base: some(base) }
}

/** The last runs that concern a person: their own, and those of their classes. What was only looked at is none. */
export async function recentRuns(db: Db, person: Person) {
  const own = await db
    .select({ id: sectionTeachers.sectionId })
    .from(sectionTeachers)
    .where(eq(sectionTeachers.userId, person.id))
  const ids = own.map((row) => row.id)
  const mine = or(
    eq(runs.userId, person.id),
    ids.length ? inArray(runs.sectionId, ids) : undefined,
    person.role === 'registrar' ? and(eq(runs.kind, 'roster'), eq(runs.isNightly, true)) : undefined,
  )
  const rows = await db.select().from(runs).where(mine).orderBy(desc(runs.startedAt)).limit(60)
  return rows.filter((run) => run.state !== 'prepared').slice(0, 30)
}

/**
 * Decides things of a prepared run: mine, theirs, left out, or undecided again. What is to be remembered acts on every
 * later run too.
 *
 * @throws Problem `not-waiting` where the run is not prepared any more
 */
export async function decide(
  db: Db,
  { id, sectionId }: { id: string; sectionId: string | null },
  userId: string,
  {
    places,
    choice,
    remember: how,
  }: { places: readonly number[]; choice: Choice | null; remember: 'no' | 'thing' | 'type' },
): Promise<void> {
  await db.transaction(async (tx) => {
    const [run] = await tx
      .select({ id: runs.id, kind: runs.kind })
      .from(runs)
      .where(and(eq(runs.id, id), eq(runs.state, 'prepared')))
      .for('update')
    if (!run || !sectionId) throw new Problem(409, 'not-waiting')
    const items = await tx
      .select()
      .from(runItems)
      .where(and(eq(runItems.runId, id), inArray(runItems.place, [...places])))
    for (const item of items) {
      await tx
        .update(runItems)
        .set(underChoice(item, choice, run.kind === 'pull'))
        .where(and(eq(runItems.runId, id), eq(runItems.place, item.place)))
      if (choice && how !== 'no')
        await remember(tx, sectionId, userId, choice, {
          direction: run.kind === 'pull' ? 'pull' : 'push',
          type: item.type,
          // What comes in has no id of ours before it is taken.
          thingId: how === 'type' ? '' : run.kind === 'pull' && item.type === 'assignment' ? item.theirId! : item.id,
          title: how === 'type' ? '' : item.title,
        })
    }
  })
}

/** A thing as it was shown, under a decision. */
function underChoice(item: Item, choice: Choice | null, isPull: boolean): Partial<Item> {
  const sides = { here: item.here ?? null, there: item.there ?? null, base: item.base ?? null }
  const found = isPull ? foundByPull(item) : findingOf(sides)
  if (!found) return {}
  const next = (isPull ? decidedPull : decided)(sides, found, choice)
  return next
    ? { step: next.step, after: next.after, choice, state: stateOf(next.step) }
    : { step: found.step, after: found.after, choice, state: 'left' }
}

/** What a pull found of a thing before anything was decided of it. */
function foundByPull({ step, here, there, after, differing, conflicts }: Item): Finding {
  const isHeld = conflicts.length > 0 || !there
  const all = here && there ? { ...here, ...Object.fromEntries(differing.map((name) => [name, there[name]])) } : null
  return isHeld
    ? { step: 'held', after: all, differing, conflicts }
    : { step: step === 'held' ? 'take' : step, after: all ?? after ?? null, differing, conflicts }
}

/**
 * Lets a prepared run go: it waits for its turn from then on.
 *
 * @throws Problem `run-under-way` when another run of the class is, `nothing-to-send`, `not-waiting`
 */
export async function letGo(db: Db, runId: string): Promise<void> {
  await requeue(db, runId, ['prepared'])
}

/**
 * Goes on with what a run left: what was not sent, and what was refused or has to be looked at again where that is asked
 * for.
 */
export async function goOn(db: Db, runId: string, places: readonly number[] | null): Promise<void> {
  const again = places
    ? and(inArray(runItems.state, ['refused']), inArray(runItems.place, [...places]))
    : eq(runItems.state, 'refused')
  await db.transaction(async (tx) => {
    await tx
      .update(runItems)
      .set({ state: 'waiting', tries: 0 })
      .where(and(eq(runItems.runId, runId), again))
    await requeue(tx, runId, ['stopped', 'failed', 'done', 'queued'])
  })
}

async function requeue(db: Db, runId: string, from: (typeof runs.$inferSelect)['state'][]): Promise<void> {
  const counts = await countsIn(db, runId)
  if (counts.waiting === 0) throw new Problem(409, 'nothing-to-send')
  const now = new Date()
  try {
    const [taken] = await db.transaction((tx) =>
      tx
        .update(runs)
        .set({
          state: 'queued',
          aliveAt: now,
          startedAt: now,
          finishedAt: null,
          nextAt: null,
          tries: 0,
          outcome: { code: 'under way' },
        })
        .where(and(eq(runs.id, runId), eq(runs.kind, 'push'), inArray(runs.state, from)))
        .returning({ id: runs.id }),
    )
    if (!taken) throw new Problem(409, 'not-waiting')
  } catch (error) {
    if (isOneTooMany(error)) throw new Problem(409, 'run-under-way')
    throw error
  }
}

/** Two pushes of one class at once are more than the database takes. */
function isOneTooMany(error: unknown): boolean {
  for (let fault = error; fault instanceof Error; fault = fault.cause)
    if ('constraint' in fault ? fault.constraint === 'runs_one_push' : fault.message.includes('runs_one_push'))
      return true
  return false
}

/** Stops a run after what is on its way; one that asks is answered with no. */
export async function stopRun(db: Db, runId: string): Promise<void> {
  const finishedAt = new Date()
  await db
    .update(runs)
    .set({ state: 'stopped', finishedAt, outcome: { code: 'left' } })
    .where(and(eq(runs.id, runId), eq(runs.state, 'asking')))
  const [run] = await db.select({ kind: runs.kind }).from(runs).where(eq(runs.id, runId))
  const counts = await countsIn(db, runId)
  await db
    .update(runs)
    .set({
      state: 'stopped',
      finishedAt,
      nextAt: null,
      ...(run?.kind === 'push' ? { outcome: { code: 'sent', counts } } : {}),
    })
    .where(and(eq(runs.id, runId), inArray(runs.state, ['running', 'queued'])))
}

/** What became of a run and its things since a moment. */
export async function progressSince(db: Db, runId: string, since: Date): Promise<RunProgress | null> {
  const [run] = await db.select().from(runs).where(eq(runs.id, runId))
  if (!run) return null
  const items = await db
    .select({ place: runItems.place, state: runItems.state, reason: runItems.reason })
    .from(runItems)
    .where(and(eq(runItems.runId, runId), gt(runItems.settledAt, since)))
  return { state: run.state, outcome: run.outcome, finishedAt: run.finishedAt, items }
}
