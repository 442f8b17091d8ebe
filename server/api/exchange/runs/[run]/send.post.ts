import { takeIn } from '../../../../services/exchange/pull'
import { letGo, readRun } from '../../../../services/exchange/run'

/** Sends what was prepared, or takes it in. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id, kind } = await requireRun(person, await readRun(db, runParam(event)))
  if (kind === 'pull') {
    await takeIn(db, id)
    return { runId: id }
  }
  await letGo(db, id)
  await (await useJobs()).wake('push', { runId: id })
  return { runId: id }
})
