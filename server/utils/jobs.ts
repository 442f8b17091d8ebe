import { openJobs, type JobQueue } from '../jobs/queue'
import { nobodyWorks, waitingPushes } from '../services/exchange/claim'
import { sendByNight } from '../services/exchange/night'
import { workPush } from '../services/exchange/work'

let queue: Promise<JobQueue> | undefined

/** The queue of long work of this process. */
export const useJobs = (): Promise<JobQueue> => (queue ??= open())

async function open(): Promise<JobQueue> {
  const handle = await dbHandle()
  const { db } = handle
  // Nobody else has the folder: whoever worked on something before is gone.
  if (handle.driver === 'pglite') await nobodyWorks(db)
  const jobs: JobQueue = await openJobs(
    handle,
    {
      push: async ({ runId }) => {
        const again = await workPush(db, (connectionId) => reachSis(db, connectionId), runId, schoolToday())
        if (again) await jobs.wake('push', { runId }, again.getTime() - Date.now())
      },
      night: async () => {
        for (const runId of await sendByNight(db, await reachSis(db), schoolToday())) await jobs.wake('push', { runId })
      },
      sweep: async () => {
        for (const runId of await waitingPushes(db)) await jobs.wake('push', { runId })
      },
    },
    (error, name) => logFault(null, error, name),
  )
  await jobs.wake('sweep', {})
  return jobs
}

export const closeJobs = async (): Promise<void> => (await queue)?.close()
