import { togetherRequest } from '#shared/plans'
import { takeTogether } from '../services/acts'

const MOST_BYTES = 16_000_000

/** Several homes in one deed: all of it, or none. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { acts, sentAt, by } = await bodyAs(event, togetherRequest, MOST_BYTES)
  requireMaker(person, by)
  const deeds = []
  for (const { home, act } of acts) deeds.push({ home: await requireHome(person, home), act })
  return takeTogether(await useDbToWrite(), person.id, deeds, { sentAt })
})
