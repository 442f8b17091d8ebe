import { actsRequest } from '#shared/class'
import { takeActs } from '../../../services/acts'
import { Problem } from '../../../services/problem'

const MOST_BYTES = 16_000_000

/** Acts on a class, answered act by act. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event).catch(async (error: unknown) => {
    if (!(error instanceof Problem) || error.code !== 'not-your-class') throw error
    // Said of each of them by its id: only that takes an act out of the queue that it waits in.
    const { acts } = await bodyAs(event, actsRequest, MOST_BYTES)
    throw new Problem(error.status, error.code, error.message, { acts: acts.map((each) => each.id) })
  })
  const { acts, sentAt } = await bodyAs(event, actsRequest, MOST_BYTES)
  const db = await useDbToWrite()
  return { results: await takeActs(db, sectionId, person.id, acts, { sentAt }, (error) => logFault(event, error)) }
})
