import { goOnWithRosterRun } from '../../../../services/roster/run'
import { readRosterRun } from '../../../../services/roster/run-reading'

/** Goes on with a run that asked, or whose worker is gone. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id } = await requireRun(person, await readRosterRun(db, runParam(event)))
  await goOnWithRosterRun(db, id)
  await (await useJobs()).wake('roster', { runId: id })
  return { ok: true }
})
