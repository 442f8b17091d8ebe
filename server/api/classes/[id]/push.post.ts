import { pushRequest } from '#shared/exchange'
import { startPush, workPush } from '../../../services/exchange'

export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const { overwrite } = await bodyAs(event, pushRequest)
  const db = await useDb()
  const runId = await startPush(db, useSis(), sectionId, person.id, new Set(overwrite))
  event.waitUntil(workPush(db, useSis(), runId, schoolToday()).catch((error) => logFault(null, error, 'push')))
  return { runId }
})
