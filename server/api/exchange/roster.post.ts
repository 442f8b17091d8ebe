import { pullRoster } from '../../services/roster/bring'
import { beginRosterRun } from '../../services/roster/run'

/** Pulls the roster in the background; the run says how far it is. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const sis = await reachSis(db)
  const runId = await beginRosterRun(db, person, 'roster')
  event.waitUntil(
    pullRoster(db, sis, person, runId, schoolToday(), letOthersAnswer).catch((error) => logFault(null, error, 'pull')),
  )
  return { runId }
})
