import { failRosterRun, takeUpRosterRun, workRosterRun } from '../../../../services/roster/run'
import { readRosterRun } from '../../../../services/roster/run-reading'

/** Goes on with a run that asked, or whose worker is gone. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id } = await requireRun(person, await readRosterRun(db, runParam(event)))
  const { roster, working } = await takeUpRosterRun(db, id)
  event.waitUntil(
    workRosterRun(db, id, roster, working, letOthersAnswer)
      .catch((error: unknown) => failRosterRun(db, id, error))
      .catch((error: unknown) => logFault(null, error, 'roster')),
  )
  return { ok: true }
})
