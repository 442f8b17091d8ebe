import { prepareRequest } from '#shared/exchange'
import { preparePush } from '../../../services/exchange/prepare'
import { intakeOf } from '../../../services/exchange/intake'
import { preparePull } from '../../../services/exchange/pull'

/** Compares a class with another system, and writes down what would be sent or taken in. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const { direction } = await bodyAs(event, prepareRequest)
  const db = await useDbToWrite()
  if (direction === 'push') return { runId: await preparePush(db, await reachSis(db), sectionId, person.id) }
  const { connectionId } = (await intakeOf(db, sectionId)).intake
  return { runId: await preparePull(db, await reachClassroom(db, connectionId), sectionId, person.id) }
})
