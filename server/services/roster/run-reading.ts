import { and, asc, eq, gt, inArray } from 'drizzle-orm'
import type { RosterRun } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { rosterChanges, runs } from '../../database/schema'
import { Problem } from '../problem'
import { isKept, kinds, longAgo, TAKING_BACK } from './run'

/** A roster's run as its page shows it. */
export async function readRosterRun(
  db: Db,
  runId: string,
): Promise<RosterRun & { userId: string; isNightly: boolean }> {
  const [run] = await db
    .select()
    .from(runs)
    .where(and(eq(runs.id, runId), inArray(runs.kind, kinds)))
  if (!run) throw new Problem(404, 'no-run')
  const hasRoster = await isKept(db, runId)
  const [did] = await db
    .select({ place: rosterChanges.place })
    .from(rosterChanges)
    .where(eq(rosterChanges.runId, runId))
    .limit(1)
  // What is kept, or can be read again, is taken up by another process.
  const isOver = (run.kind === 'import' && !hasRoster) || run.worker === TAKING_BACK
  const isStale = run.state === 'running' && isOver && run.aliveAt < longAgo()
  const { userId, isNightly, id, kind, sectionId, state, startedAt, finishedAt, outcome, done, total } = run
  return {
    ...{ userId, isNightly, id, kind, sectionId, startedAt, finishedAt, done, total },
    state: isStale ? 'failed' : state,
    outcome: isStale ? { code: 'interrupted' } : outcome,
    found: run.found ?? {},
    canGoOn: hasRoster && state !== 'running',
    canTakeBack: did !== undefined && (isStale || ['done', 'stopped', 'failed'].includes(state)),
  }
}

const LINES_SHOWN = 2

/** What a run did, by name, some lines of its journal at a time. */
export async function rosterItems(db: Db, runId: string, after: number) {
  const lines = await db
    .select()
    .from(rosterChanges)
    .where(and(eq(rosterChanges.runId, runId), gt(rosterChanges.place, after)))
    .orderBy(asc(rosterChanges.place))
    .limit(LINES_SHOWN)
  const items = lines.flatMap(({ part, rows }) =>
    rows
      .filter((each) => each.name)
      .map((each) => ({ part, name: each.name, step: stepOf(part, each.before, each.after) })),
  )
  return { items, next: lines.length === LINES_SHOWN ? lines.at(-1)!.place : null }
}

function stepOf(part: string, before: Record<string, unknown> | null, after: Record<string, unknown> | null) {
  if (before === null) return 'added' as const
  if (after === null) return 'removed' as const
  return part === 'enrolments' && before.lastDay !== after.lastDay && after.lastDay !== null
    ? ('ended' as const)
    : ('changed' as const)
}
