import { togetherRequest } from '#shared/plans'
import { takeTogether } from '../services/acts'

/** Several homes in one deed: all of it, or none. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { acts } = await bodyAs(event, togetherRequest)
  const deeds = []
  for (const { home, act } of acts) deeds.push({ home: await requireHome(person, home), act })
  return takeTogether(await useDb(), person.id, deeds)
})
