import { endPrint } from '../../../services/prints'

export default route(async (event) => {
  const person = await requirePerson(event)
  await endPrint(await useDbToWrite(), person.id, printParam(event))
  return { done: true }
})
