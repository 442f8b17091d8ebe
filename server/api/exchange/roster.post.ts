import { pullRoster } from '../../services/exchange'

export default route(async (event) => {
  const person = await requirePerson(event)
  return pullRoster(await useDb(), useSis(), person, schoolToday())
})
