import { preparePush } from '../../../services/exchange/prepare'

/** Compares a class with what the district holds of it, and writes down what would be sent. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const db = await useDbToWrite()
  return { runId: await preparePush(db, await reachSis(db), sectionId, person.id) }
})
