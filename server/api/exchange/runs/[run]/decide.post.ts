import { decideRequest } from '#shared/exchange'
import { decide, readRun } from '../../../../services/exchange/run'

/** Decides things of a run that was prepared. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDbToWrite()
  const run = await requireRun(person, await readRun(db, runParam(event)))
  await decide(db, run, person.id, await bodyAs(event, decideRequest, 200_000))
  return { ok: true }
})
