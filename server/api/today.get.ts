import { todayOf } from '../services/today'

export default route(async (event) => {
  const person = await requirePerson(event)
  return todayOf(await useDb(), person.id, schoolToday())
})
