import { and, asc, count, eq, gt, inArray, sql } from 'drizzle-orm'
import {
  referencesIn,
  rosterKinds,
  type Dangling,
  type Roster,
  type RosterHead,
  type RosterKind,
  type RosterThings,
} from '../../../core/formats/oneroster/roster'
import type { Db } from '../../database/client'
import { runRosters, runThings } from '../../database/schema'
import type { RosterInPieces } from './in-pieces'
import { inTurns, ROWS_AT_ONCE, type Rest } from './rows'

/** Puts things of a roster with its run. A thing that comes twice, as on two pages, means the later one. */
export async function stage(db: Db, runId: string, things: RosterThings, rest: Rest): Promise<void> {
  for (const kind of rosterKinds)
    for await (const piece of inTurns<{ id: string }>(things[kind], rest)) {
      const once = [...new Map(piece.map((thing) => [thing.id, { id: thing.id, thing }])).values()]
      // As one text: some hundred rows of parameters would keep everybody waiting.
      await db.execute(sql`insert into ${runThings} (run_id, kind, id, thing)
        select ${runId}, ${kind}, id, thing from jsonb_to_recordset(${JSON.stringify(once)}::jsonb) as each (id text, thing jsonb)
        on conflict (run_id, kind, id) do update set thing = excluded.thing`)
    }
}

/** Lets go what is staged with runs. */
export async function letGo(db: Db, runIds: readonly string[]): Promise<void> {
  await db.delete(runRosters).where(inArray(runRosters.runId, [...runIds]))
  await db.delete(runThings).where(inArray(runThings.runId, [...runIds]))
}

/** The roster that is staged with a run. */
export function staged(db: Db, runId: string, head: RosterHead, rest: Rest): RosterInPieces {
  return {
    head,
    async *pieces<K extends RosterKind>(kind: K) {
      for (let after = 0; ;) {
        const rows = await db
          .select({ place: runThings.place, thing: runThings.thing })
          .from(runThings)
          .where(and(eq(runThings.runId, runId), eq(runThings.kind, kind), gt(runThings.place, after)))
          .orderBy(asc(runThings.place))
          .limit(ROWS_AT_ONCE)
        if (rows.length) yield rows.map((row) => row.thing) as Roster[K]
        await rest()
        if (rows.length < ROWS_AT_ONCE) return
        after = rows.at(-1)!.place
      }
    },
    async among(kind, ids) {
      const rows = await db
        .select({ id: runThings.id })
        .from(runThings)
        .where(and(eq(runThings.runId, runId), eq(runThings.kind, kind), inArray(runThings.id, [...ids])))
      return new Set(rows.map((row) => row.id))
    },
  }
}

/** How many things are staged with a run. */
export async function sizeOf(db: Db, runId: string): Promise<number> {
  const [row] = await db.select({ of: count() }).from(runThings).where(eq(runThings.runId, runId))
  return row!.of
}

/** The first reference that leads nowhere in the roster itself; null where all lead somewhere. */
export async function firstDangling(roster: RosterInPieces): Promise<Dangling | null> {
  for (const kind of rosterKinds)
    for await (const piece of roster.pieces(kind)) {
      const spokenOf = referencesIn(kind, piece)
      for (const target of new Set(spokenOf.map((each) => each.in))) {
        const desired = spokenOf.filter((each) => each.in === target)
        const there = await roster.among(target, [...new Set(desired.map((each) => each.missing))])
        const missing = desired.find((each) => !there.has(each.missing))
        if (missing) return missing
      }
    }
  return null
}
