import { sendRequest } from '#shared/exchange'
import { preparePush } from '../../services/exchange/prepare'
import { letGo } from '../../services/exchange/run'
import { Problem } from '../../services/problem'

/** Sends what is ready in several classes: a run for each, or the reason why there is none. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { sectionIds } = await bodyAs(event, sendRequest)
  // The office sends for any class, and leaves its gradebook as it is.
  const isOffice = person.role === 'registrar'
  if (!isOffice) for (const sectionId of sectionIds) await requireTeaching(person, sectionId)
  const db = await useDbToWrite()
  const [sis, jobs] = await Promise.all([reachSis(db), useJobs()])
  const started: { sectionId: string; runId: string }[] = []
  const not: { sectionId: string; code: string; figures: object }[] = []
  for (const sectionId of sectionIds) {
    try {
      const runId = await preparePush(db, sis, sectionId, person.id, { mayTake: !isOffice })
      await letGo(db, runId)
      await jobs.wake('push', { runId })
      started.push({ sectionId, runId })
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      not.push({ sectionId, code: error.code, figures: error.figures })
    }
  }
  return { started, not }
})
