import { actsRequest } from '#shared/class'
import { takeActs } from '../../../services/acts'
import { Problem } from '../../../services/problem'

const MOST_BYTES = 16_000_000

/** Acts on a class, answered act by act. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { acts, sentAt, by } = await bodyAs(event, actsRequest, MOST_BYTES)
  requireMaker(person, by)
  const { sectionId } = await requireClass(event).catch((error: unknown) => {
    // Said of each of them by its id: only that takes an act out of the queue that it waits in.
    const isRejection = error instanceof Problem && error.code === 'not-your-class'
    throw isRejection ? new Problem(error.status, error.code, error.figures, { acts: acts.map(({ id }) => id) }) : error
  })
  const db = await useDbToWrite()
  return { results: await takeActs(db, sectionId, person.id, acts, { sentAt }, (error) => logFault(event, error)) }
})
