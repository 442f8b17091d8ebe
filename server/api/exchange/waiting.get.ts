import { waitingOf } from '../../services/exchange/waiting'

/** What waits in each class of whoever asks. */
export default route(async (event) => {
  const person = await requirePerson(event)
  return waitingOf(await useDb(), person.id, schoolToday())
})
