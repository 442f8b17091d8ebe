import { readRun } from '../../../../services/exchange/run'

export default route(async (event) => {
  const person = await requirePerson(event)
  return requireRunToRead(person, await readRun(await useDb(), runParam(event)))
})
