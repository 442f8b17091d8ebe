import { rosterQuery } from '../../../shared/roster-runs'
import { beginRosterRun } from '../../services/roster/run'

/** Pulls the roster in the background; the run says how far it is. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { what } = queryAs(event, rosterQuery)
  const db = await useDbToWrite()
  const { connectionId } = await reachSis(db)
  const runId = await beginRosterRun(db, person, 'roster', { connectionId, isPart: what === 'changed' })
  await (await useJobs()).wake('roster', { runId })
  return { runId }
})
