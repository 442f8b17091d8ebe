import { togetherRequest } from '#shared/plans'
import { takeTogether } from '../services/acts'

const MOST_BYTES = 16_000_000

/** Several scopes in one batch: all of it, or none. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { acts, sentAt, by } = await bodyAs(event, togetherRequest, MOST_BYTES)
  requireMaker(person, by)
  const parts = []
  for (const { scope, act } of acts) parts.push({ scope: await requireScope(person, scope), act })
  return takeTogether(await useDbToWrite(), person.id, parts, { sentAt })
})
