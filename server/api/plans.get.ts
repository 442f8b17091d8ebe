import { plansOf } from '../services/plans'

export default route(async (event) => {
  const person = await requirePerson(event)
  return plansOf(await useDb(), person.id, schoolToday())
})
