import { removeTermRequest } from '#shared/exchange'
import { preparePush } from '../../../services/exchange/prepare'

/** Prepares the removal of a reopened period's declared grades from the SIS; nothing is removed until it is sent. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const { periodId } = await bodyAs(event, removeTermRequest)
  const db = await useDbToWrite()
  return { runId: await preparePush(db, await reachSis(db), sectionId, person.id, { removing: periodId }) }
})
