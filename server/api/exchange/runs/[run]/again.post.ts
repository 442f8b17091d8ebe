import { againRequest } from '#shared/exchange'
import { goOn, readRun } from '../../../../services/exchange/run'

/** Goes on with what a run left, and tries what was refused once more. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id } = await requireRun(person, await readRun(db, runParam(event)))
  const { places } = await bodyAs(event, againRequest, 200_000)
  await goOn(db, id, places)
  await (await useJobs()).wake('push', { runId: id })
  return { runId: id }
})
