import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, inArray, isNull, lt, or } from 'drizzle-orm'
import { compose } from '../../core/report-card/compose'
import type { Print, PrintRequest } from '../../shared/prints'
import type { Db } from '../database/client'
import { prints } from '../database/schema'
import { cardLayoutOf, schoolHeadsOf } from './district'
import type { Drawing } from '../workers/report-cards.worker'
import { Problem } from './problem'
import { cardsToPrint, titlesOf } from './report-cards'

/** A print is kept so long; its file can be had until then. */
const KEPT_MS = 24 * 60 * 60_000
/** Who was not heard of for so long is gone, and another draws. */
const ALIVE_MS = 20_000
/** The state is written down no more often than this. */
const TELL_MS = 400
/** So many that are not drawn yet one person can have. */
const WAITING_MOST = 5

/** Draws cards, telling after each how many are done. */
export type Draw = (
  drawing: Omit<Drawing, 'fonts' | 'port'>,
  tell: (done: number) => void,
  signal: AbortSignal,
) => Promise<{ file: Uint8Array; missing: string[] }>

const isUnderWay = inArray(prints.state, ['waiting', 'running'])

/**
 * Puts report cards in the queue. The right to them is asked before.
 *
 * @throws Problem `no-period`, `no-class`, `no-school`, `many-prints`
 */
export async function askForPrint(db: Db, userId: string, request: PrintRequest): Promise<string> {
  const titles = await titlesOf(db, request)
  const waiting = await db
    .select({ id: prints.id })
    .from(prints)
    .where(and(eq(prints.userId, userId), isUnderWay))
  if (waiting.length >= WAITING_MOST) throw new Problem(409, 'many-prints')
  const id = randomUUID()
  await db.insert(prints).values({ id, userId, request, ...titles, state: 'waiting', askedAt: new Date() })
  return id
}

const asSeen = {
  ...{ id: prints.id, request: prints.request, title: prints.title, period: prints.period, state: prints.state },
  ...{ done: prints.done, total: prints.total, missing: prints.missing, problem: prints.problem },
  askedAt: prints.askedAt,
}

/** The prints of the last day that somebody asked for, the newest first. */
export async function printsOf(db: Db, userId: string): Promise<Print[]> {
  const rows = await db
    .select(asSeen)
    .from(prints)
    .where(eq(prints.userId, userId))
    .orderBy(desc(prints.askedAt))
    .limit(20)
  return rows.map((row) => ({ ...row, askedAt: row.askedAt.toISOString() }))
}

/** The file of a print of one's own. @throws Problem `no-print` */
export async function fileOfPrint(db: Db, userId: string, id: string) {
  const [row] = await db
    .select({ file: prints.file, request: prints.request, sectionIds: prints.sectionIds })
    .from(prints)
    .where(and(eq(prints.id, id), eq(prints.userId, userId), eq(prints.state, 'done')))
  if (!row?.file) throw new Problem(404, 'no-print')
  return { ...row, file: row.file }
}

/** Stops a print of one's own, or takes a finished one away. @throws Problem `no-print` */
export async function endPrint(db: Db, userId: string, id: string): Promise<void> {
  const mine = and(eq(prints.id, id), eq(prints.userId, userId))
  const stopped = await db
    .update(prints)
    .set({ state: 'stopped', worker: null })
    .where(and(mine, isUnderWay))
    .returning({ id: prints.id })
  if (stopped.length) return
  const gone = await db.delete(prints).where(mine).returning({ id: prints.id })
  if (!gone.length) throw new Problem(404, 'no-print')
}

const isFree = () =>
  and(
    isUnderWay,
    or(isNull(prints.worker), isNull(prints.aliveAt), lt(prints.aliveAt, new Date(Date.now() - ALIVE_MS))),
  )

/** Ids of prints that wait for somebody, or whose worker is gone. What is older than a day goes. */
export async function waitingPrints(db: Db): Promise<string[]> {
  await db.delete(prints).where(lt(prints.askedAt, new Date(Date.now() - KEPT_MS)))
  const rows = await db.select({ id: prints.id }).from(prints).where(isFree()).orderBy(asc(prints.askedAt)).limit(20)
  return rows.map((row) => row.id)
}

/** Nobody else is at these records: whoever drew before is gone. */
export const nobodyDraws = (db: Db) => db.update(prints).set({ aliveAt: null }).where(isUnderWay)

/** The print was stopped, or another has it by now. */
class Ended extends Error {}

/** Draws a print that waits. Of several who try, one has it; what its worker left in the middle is drawn anew. */
export async function workPrint(db: Db, id: string, { today, draw }: { today: string; draw: Draw }): Promise<void> {
  const worker = randomUUID()
  const [print] = await db
    .update(prints)
    .set({ worker, state: 'running', aliveAt: new Date(), done: 0, total: 0 })
    .where(and(eq(prints.id, id), isFree()))
    .returning()
  if (!print) return
  const held = and(eq(prints.id, id), eq(prints.worker, worker), eq(prints.state, 'running'))
  const ending = new AbortController()
  const note = async (set: Partial<typeof prints.$inferInsert>): Promise<void> => {
    const rows = await db
      .update(prints)
      .set({ ...set, aliveAt: new Date() })
      .where(held)
      .returning({ id: prints.id })
    if (rows.length === 0) ending.abort()
    if (ending.signal.aborted) throw new Ended()
  }
  try {
    const layout = await cardLayoutOf(db)
    const gathered = await cardsToPrint(db, print.userId, print.request, today, () => note({}))
    const cards = gathered.cards.map((card) => compose(layout, card))
    await note({ total: cards.length, sectionIds: gathered.sectionIds })
    let done = 0
    const telling = setInterval(() => void note({ done }).catch(() => {}), TELL_MS)
    const drawing = { cards, layout, heads: await schoolHeadsOf(db), printed: today, isEach: print.request.each }
    const drawn = await draw(drawing, (count) => (done = count), ending.signal).finally(() => clearInterval(telling))
    await note({
      state: 'done',
      done: cards.length,
      file: drawn.file,
      missing: drawn.missing.slice(0, 40),
      worker: null,
    })
  } catch (error) {
    if (error instanceof Ended || ending.signal.aborted) return
    const problem = error instanceof Problem ? error.code : 'bug'
    await db.update(prints).set({ state: 'failed', problem, worker: null }).where(held)
    if (!(error instanceof Problem)) throw error
  }
}
