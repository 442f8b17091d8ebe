import type { WhoResponse } from '#shared/person'

/** Who is signed in. Nobody is an answer and no fault. */
export default route(async (event): Promise<WhoResponse> => {
  const person = await findPerson(event)
  return { person: person && { id: person.id, role: person.role, name: person.name, today: schoolToday() } }
})
