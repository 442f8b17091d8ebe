import { and, eq, gt, inArray, sql } from 'drizzle-orm'
import type { ClassAct, News } from '../../shared/history'
import type { Db, DbHandle } from '../database/client'
import { journal, runs } from '../database/schema'
import { actsAfter } from './history'
import { runOfSignal } from './news-signal'
import { seeSession } from './sessions'
import { teaches } from './teaching'

/** A look that needs no signal, for what one may have missed. */
const SLOW_LOOK_MS = 15_000
const HEARTBEAT_MS = 25_000
/** Signals that come close together are one look. */
const TOGETHER_MS = 15
const STREAMS_OF_A_PERSON = 8
/** Numbers of acts that were given and may not be kept yet when a slow look comes by. */
const IN_FLIGHT = 500

/** Somebody who hears of what is done in classes, after the acts that they know of each. */
export interface Listener {
  person: { id: string; sessionId: string }
  known: Map<string, number>
  tell(news: News): Promise<void>
  /** Something about the class's roster is another. */
  roster(sectionId: string): Promise<void>
  /** Shows that the stream lives. */
  beat(): Promise<void>
  /** The listener may hear no more, or the records cannot be read. */
  ended(): Promise<void>
}

/**
 * Tells everybody who listens to this process of the acts that any process takes. The database signals each act by the
 * scope that it is in; only those who listen to that scope look into the journal, once for all who know the same of it.
 * Who waits in silence costs nothing.
 */
export class NewsFeed {
  private byScope = new Map<string, Set<Listener>>()
  private byPerson = new Map<string, Listener[]>()
  private woken = new Set<string>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private looking: Promise<void> = Promise.resolve()
  private seen = 0
  private intervals: ReturnType<typeof setInterval>[]
  private endHearing: Promise<() => Promise<void>>

  constructor(
    private db: Db,
    listen: DbHandle['listen'],
    private stumbled: (error: unknown) => void,
  ) {
    this.endHearing = listen({
      scope: (signal) => this.signalled(signal),
      gap: () => this.wake([...this.byScope.keys()]),
    })
    this.endHearing.catch(stumbled)
    const slowly = setInterval(() => void this.lookSlowly().catch(stumbled), SLOW_LOOK_MS)
    const beat = setInterval(() => this.all().forEach((each) => void each.beat().catch(() => {})), HEARTBEAT_MS)
    this.intervals = [slowly.unref(), beat.unref()]
  }

  /** Begins to tell a listener; gives what ends it. Of too many streams of one person the oldest ends. */
  add(listener: Listener): () => void {
    const own = this.byPerson.get(listener.person.id) ?? []
    const [oldest] = own
    if (oldest && own.length >= STREAMS_OF_A_PERSON) {
      this.remove(oldest)
      void oldest.ended().catch(() => {})
    }
    this.byPerson.set(listener.person.id, [...(this.byPerson.get(listener.person.id) ?? []), listener])
    for (const scope of listener.known.keys())
      this.byScope.set(scope, (this.byScope.get(scope) ?? new Set<Listener>()).add(listener))
    this.wake([...listener.known.keys()])
    return () => this.remove(listener)
  }

  /** Ends everything, as when the process is asked to stop. Whoever listened asks again when there is a server. */
  async close(): Promise<void> {
    this.intervals.forEach(clearInterval)
    clearTimeout(this.timer)
    const all = this.all()
    all.forEach((each) => this.remove(each))
    await Promise.all(all.map((each) => each.ended().catch(() => {})))
    await this.endHearing.then((end) => end()).catch(() => {})
  }

  private all(): Listener[] {
    return [...this.byPerson.values()].flat()
  }

  private remove(listener: Listener): void {
    const left = (this.byPerson.get(listener.person.id) ?? []).filter((each) => each !== listener)
    if (left.length) this.byPerson.set(listener.person.id, left)
    else this.byPerson.delete(listener.person.id)
    for (const scope of listener.known.keys()) {
      const others = this.byScope.get(scope)
      others?.delete(listener)
      if (others?.size === 0) this.byScope.delete(scope)
    }
  }

  private signalled(signal: string): void {
    const runId = runOfSignal(signal)
    if (runId !== null) void this.tellOfRoster(runId).catch(this.stumbled)
    else if (this.byScope.has(signal)) this.wake([signal])
  }

  private wake(scopes: readonly string[]): void {
    scopes.forEach((scope) => this.woken.add(scope))
    this.timer ??= setTimeout(() => {
      this.timer = undefined
      const woken = [...this.woken]
      this.woken.clear()
      // One look after the other, so that nobody is told twice.
      this.looking = this.looking.then(() => this.look(woken)).catch(this.stumbled)
    }, TOGETHER_MS)
  }

  private async look(scopes: readonly string[]): Promise<void> {
    for (const scope of scopes) {
      const groups = new Map<number, Listener[]>()
      for (const each of this.byScope.get(scope) ?? []) {
        const seq = each.known.get(scope)!
        groups.set(seq, [...(groups.get(seq) ?? []), each])
      }
      for (const [seq, listeners] of groups) {
        const acts = await actsAfter(this.db, scope, seq)
        if (acts.length) for (const listener of listeners) await this.tell(listener, scope, acts)
      }
    }
  }

  private async tell(listener: Listener, scope: string, acts: readonly ClassAct[]): Promise<void> {
    if (!(await this.mayReceive(listener, scope))) return
    for (const act of acts) {
      if (!this.byScope.get(scope)?.has(listener)) return
      listener.known.set(scope, act.seq)
      // Whoever is slow to take it holds up nobody else.
      void listener.tell({ scope, act }).catch(() => this.remove(listener))
    }
  }

  private async tellOfRoster(runId: string): Promise<void> {
    const [run] = await this.db.select({ found: runs.found }).from(runs).where(eq(runs.id, runId))
    const touched = run?.found?.touched
    for (const scope of touched ?? this.byScope.keys())
      for (const listener of this.byScope.get(scope) ?? [])
        if (await this.mayReceive(listener, scope)) void listener.roster(scope).catch(() => this.remove(listener))
  }

  /** Whoever has signed out, or no longer teaches the class, hears nothing more. */
  private async mayReceive(listener: Listener, scope: string): Promise<boolean> {
    const { id, sessionId } = listener.person
    if ((await seeSession(this.db, sessionId, new Date(), false)) && (await teaches(this.db, id, scope))) return true
    this.remove(listener)
    await listener.ended().catch(() => {})
    return false
  }

  private async lookSlowly(): Promise<void> {
    if (this.byScope.size === 0) return
    const [last] = await this.db.select({ seq: sql<string | number>`coalesce(max(${journal.seq}), 0)` }).from(journal)
    const newest = Number(last!.seq)
    if (newest > this.seen) {
      const rows = await this.db
        .selectDistinct({ scope: journal.scopeId })
        .from(journal)
        .where(and(gt(journal.seq, this.seen - IN_FLIGHT), inArray(journal.scopeId, [...this.byScope.keys()])))
      this.wake(rows.map((row) => row.scope))
    }
    this.seen = newest
  }
}
