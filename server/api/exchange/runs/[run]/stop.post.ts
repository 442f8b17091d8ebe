import { readRun, stopRun } from '../../../../services/exchange/run'

export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  const run = await requireRun(person, await readRun(db, runParam(event)))
  await stopRun(db, run.id)
  return { ok: true }
})
