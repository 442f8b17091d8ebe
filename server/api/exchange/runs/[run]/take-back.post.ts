import { failRosterRun } from '../../../../services/roster/run'
import { takeBackRosterRun } from '../../../../services/roster/take-back'
import { readRosterRun } from '../../../../services/roster/run-reading'

/** Takes back what a roster's run did. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const { id } = await requireRun(person, await readRosterRun(db, runParam(event)))
  try {
    await takeBackRosterRun(db, id)
  } catch (error) {
    await failRosterRun(db, id, error)
    throw error
  }
  return { ok: true }
})
