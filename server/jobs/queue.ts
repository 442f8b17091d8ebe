import PgBoss from 'pg-boss'
import type { DbHandle } from '../database/client'

/** Jobs by name, and what each is told. */
export interface Jobs {
  /** A push that waits. */
  push: { runId: string }
  /** A roster that waits. */
  roster: { runId: string }
  /** Report cards that wait. */
  print: { printId: string }
  /** A look for what waits and nobody was woken for. */
  sweep: Record<never, never>
  /** What goes by night. */
  night: Record<never, never>
}
type Name = keyof Jobs

/** Looks for work by itself so often; who wakes a job in the same process is heard at once. */
const LOOK_SECONDS = 2
const EVERY_MINUTE = '* * * * *'
/** So many of each at once in each process. */
const WORKERS: Record<Name, number> = { push: 3, roster: 1, print: 1, sweep: 1, night: 1 }
const LONGEST_SECONDS = 6 * 60 * 60

export interface JobQueue {
  /** Wakes a job, now or in a while, in this process or another. */
  wake<N extends Name>(name: N, data: Jobs[N], inMs?: number): Promise<void>
  close(): Promise<void>
}

/**
 * What wakes the night's work.
 *
 * @param night a time of day, `02:15`, or `never`
 * @returns minute and hour as cron has them; null for never
 * @throws where it is neither
 */
export function cronOf(night: string): string | null {
  if (night === 'never') return null
  const [, hour, minute] = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(night) ?? []
  if (!hour || !minute) throw new Error(`NUXT_NIGHT: "${night}" is no time of day. Write it as 02:15, or never.`)
  return `${Number(minute)} ${Number(hour)} * * *`
}

/**
 * Long work over the database's own queue (pg-boss): it survives every process, and any process does it. The queue only
 * wakes the work; who does it, and how far it is, the work writes down itself.
 */
export async function openJobs(
  { execute }: Pick<DbHandle, 'execute'>,
  work: { [N in Name]: (data: Jobs[N]) => Promise<void> },
  failed: (error: unknown, name: string) => void,
  night: string,
): Promise<JobQueue> {
  const boss = new PgBoss({ db: { executeSql: execute }, schema: 'jobs' })
  boss.on('error', (error) => failed(error, 'queue'))
  await boss.start()
  const workers = new Map<Name, string[]>()
  for (const name of Object.keys(WORKERS) as Name[]) {
    await boss.createQueue(name, { name, policy: 'standard', retryLimit: 0, expireInSeconds: LONGEST_SECONDS })
    const ids: string[] = []
    for (let at = 0; at < WORKERS[name]; at++)
      ids.push(
        await boss.work<Jobs[Name]>(name, { pollingIntervalSeconds: LOOK_SECONDS }, async (jobs) => {
          for (const { data } of jobs)
            await (work[name] as (given: Jobs[Name]) => Promise<void>)(data).catch((error: unknown) =>
              failed(error, name),
            )
        }),
      )
    workers.set(name, ids)
  }
  await boss.schedule('sweep', EVERY_MINUTE)
  const tz = Intl.DateTimeFormat().resolvedOptions().timeZone
  const cron = cronOf(night)
  await (cron ? boss.schedule('night', cron, {}, { tz }) : boss.unschedule('night'))
  return {
    async wake(name, data, inMs = 0) {
      await boss.send(name, data, inMs ? { startAfter: new Date(Date.now() + inMs) } : {})
      if (!inMs) for (const id of workers.get(name) ?? []) boss.notifyWorker(id)
    },
    close: () => boss.stop({ graceful: false, close: false }).catch(() => {}),
  }
}
