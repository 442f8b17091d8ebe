import { endSession } from '../../services/sessions'

export default route(async (event) => {
  const person = await findPerson(event)
  if (person) await endSession(await useDb(), person.id, person.sessionId)
  await clearUserSession(event)
  return { ok: true }
})
