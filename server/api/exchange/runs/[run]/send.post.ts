import { letGo, readRun } from '../../../../services/exchange/run'

/** Sends what was prepared. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id } = await requireRun(person, await readRun(db, runParam(event)))
  await letGo(db, id)
  await (await useJobs()).wake('push', { runId: id })
  return { runId: id }
})
