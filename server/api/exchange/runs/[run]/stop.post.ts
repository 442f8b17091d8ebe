import { readRun, stopRun } from '../../../../services/exchange'

export default route(async (event) => {
  const person = await requirePerson(event)
  const run = await requireRun(person, await readRun(await useDb(), getRouterParam(event, 'run') ?? ''))
  await stopRun(await useDb(), run.id)
  return { ok: true }
})
