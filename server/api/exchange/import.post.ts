import { rm } from 'node:fs/promises'
import { importRoster } from '../../services/roster/bring'
import { beginRosterRun, failRosterRun } from '../../services/roster/run'

/** Takes in a zip of OneRoster files: it is received whole, then read and applied in the background. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const runId = await beginRosterRun(db, person, 'import')
  try {
    const path = await receiveFile(event, runId)
    event.waitUntil(
      readRosterFile(path)
        .then((roster) => importRoster(db, roster, person, runId, schoolToday(), letOthersAnswer))
        .catch((error: unknown) => failRosterRun(db, runId, error))
        .catch((error: unknown) => logFault(null, error, 'import'))
        .finally(() => rm(path, { force: true })),
    )
  } catch (error) {
    await failRosterRun(db, runId, error)
    throw error
  }
  return { runId }
})
