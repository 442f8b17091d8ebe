import { rm } from 'node:fs/promises'
import { prepareFiles } from '../../../services/exchange/pull'

/** Reads a zip of a gradebook's OneRoster files, and writes down what would be taken in of it. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const db = await useDbToWrite()
  const path = await receiveFile(event)
  try {
    return { runId: await prepareFiles(db, await readGradebookZip(path), sectionId, person.id) }
  } finally {
    await rm(path, { force: true })
  }
})
