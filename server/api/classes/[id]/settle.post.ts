import { settleRequest } from '#shared/exchange'
import { settleScore } from '../../../services/exchange/settle'

/** Decides one score that changed on both sides, where it stands. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const request = await bodyAs(event, settleRequest)
  const db = await useDbToWrite()
  const runId = await settleScore(db, await reachSis(db), sectionId, person.id, request)
  if (runId) await (await useJobs()).wake('push', { runId })
  return { runId }
})
