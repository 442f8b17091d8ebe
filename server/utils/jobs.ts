import { openJobs, type JobQueue } from '../jobs/queue'
import { nobodyWorks, waitingPushes } from '../services/exchange/claim'
import { sendByNight } from '../services/exchange/night'
import { nobodyDraws, waitingPrints, workPrint } from '../services/prints'
import { workPush } from '../services/exchange/work'
import { pullByNight, waitingRosters, workRoster } from '../services/roster/job'

let queue: Promise<JobQueue> | undefined

/** The queue of long work of this process. */
export const useJobs = (): Promise<JobQueue> => (queue ??= open())

async function open(): Promise<JobQueue> {
  const handle = await dbHandle()
  const { db } = handle
  // Nobody else has the folder: whoever worked on something before is gone.
  if (handle.driver === 'pglite') {
    await nobodyWorks(db)
    await nobodyDraws(db)
  }
  const rosterWork = () => ({
    reach: (connectionId: string | null) => reachSis(db, connectionId),
    today: schoolToday(),
    rest: letOthersAnswer,
  })
  const jobs: JobQueue = await openJobs(
    handle,
    {
      push: async ({ runId }) => {
        const again = await workPush(db, (connectionId) => reachSis(db, connectionId), runId, schoolToday())
        if (again) await jobs.wake('push', { runId }, again.getTime() - Date.now())
      },
      roster: ({ runId }) => workRoster(db, runId, rosterWork()),
      print: ({ printId }) => workPrint(db, printId, { today: schoolToday(), draw: drawCards }),
      night: async () => {
        const rosterRun = await pullByNight(db, await reachSis(db))
        if (rosterRun) await workRoster(db, rosterRun, rosterWork())
        for (const runId of await sendByNight(db, await reachSis(db), schoolToday())) await jobs.wake('push', { runId })
      },
      sweep: async () => {
        for (const runId of await waitingPushes(db)) await jobs.wake('push', { runId })
        for (const runId of await waitingRosters(db)) await jobs.wake('roster', { runId })
        for (const printId of await waitingPrints(db)) await jobs.wake('print', { printId })
      },
    },
    (error, name) => logFault(null, error, name),
    useRuntimeConfig().night,
  )
  await jobs.wake('sweep', {})
  return jobs
}

/** Stops the queue's workers. The next call of `useJobs` starts them again. */
export async function closeJobs(): Promise<void> {
  const opened = queue
  queue = undefined
  await (await opened)?.close()
}
