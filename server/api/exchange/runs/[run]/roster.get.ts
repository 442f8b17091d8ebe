import { readRosterRun } from '../../../../services/roster/run-reading'

export default route(async (event) => {
  const person = await requirePerson(event)
  return requireRun(person, await readRosterRun(await useDb(), runParam(event)))
})
