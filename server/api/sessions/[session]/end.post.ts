import { endSession } from '../../../services/sessions'

/** Ends a session of one's own. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const id = idParam(event, 'session')
  if (id !== null) await endSession(await useDb(), person.id, id)
  return { ok: true }
})
