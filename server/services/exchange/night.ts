import { and, asc, eq, gt, inArray } from 'drizzle-orm'
import { isOver } from '../../../core/calendar/periods'
import { record } from '../../../core/records'
import type { Night } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import { runItems, runs, sections, sectionTeachers } from '../../database/schema'
import type { Reached } from '../connections'
import { Problem } from '../problem'
import { loadSnapshot } from '../snapshot'
import { classesOf } from '../teaching'
import { countsOf, preparePush } from './prepare'
import { letGo } from './run'

/**
 * Prepares and lets go what is ready, in every class that sends by night: the district says so for all, or its teacher for
 * it. What changed on both sides waits for its teacher.
 *
 * @returns the runs that wait to be worked on
 */
export async function sendByNight(db: Db, reached: Reached, today: string): Promise<string[]> {
  const rows = await db
    .select({ sectionId: sections.id, userId: sectionTeachers.userId })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .orderBy(asc(sections.id), asc(sectionTeachers.userId))
  const started: string[] = []
  const teacherOf = new Map(rows.map(({ sectionId, userId }) => [sectionId, userId]))
  for (const [sectionId, userId] of teacherOf) {
    const { policy, records, periods } = await loadSnapshot(db, sectionId)
    const isOn = policy.nightlySend ?? record(records, 'intake', sectionId).nightlySend
    if (!isOn || isOver(periods, today)) continue
    try {
      const runId = await preparePush(db, reached, sectionId, userId, { isNightly: true })
      await letGo(db, runId)
      started.push(runId)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      // A partner that is away is away for the next class too.
      if (error.code.startsWith('partner-')) break
    }
  }
  return started
}

/** What the last night did in the classes of a teacher; null where it did nothing. */
export async function lastNight(db: Db, userId: string, since: Date): Promise<Night | null> {
  const ids = await classesOf(db, userId)
  if (ids.length === 0) return null
  const found = await db
    .select({ id: runs.id, sectionId: runs.sectionId, state: runs.state, at: runs.startedAt })
    .from(runs)
    .where(
      and(
        inArray(runs.sectionId, ids),
        eq(runs.isNightly, true),
        gt(runs.startedAt, since),
        inArray(runs.state, ['queued', 'running', 'done', 'failed', 'stopped']),
      ),
    )
  if (found.length === 0) return null
  const states = await db
    .select({ state: runItems.state })
    .from(runItems)
    .where(
      inArray(
        runItems.runId,
        found.map((run) => run.id),
      ),
    )
  const { sent, taken, refused, held, waiting } = countsOf(states.map((item) => item.state))
  return { classes: found.length, sent, taken, refused, held, waiting }
}
