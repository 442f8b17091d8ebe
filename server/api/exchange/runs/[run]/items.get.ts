import { rosterItemsQuery } from '#shared/roster-runs'
import { readRosterRun, rosterItems } from '../../../../services/roster/run-reading'

export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  const { id } = await requireRun(person, await readRosterRun(db, runParam(event)))
  return rosterItems(db, id, queryAs(event, rosterItemsQuery).after)
})
