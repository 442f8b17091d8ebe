import { asc } from 'drizzle-orm'
import { isOwnSpace } from '../../core/roster/own-space'
import { periods } from '../database/schema'
import { DISTRICT } from '../services/offered'
import { readRecords } from '../services/records-store'
import { openRequests } from '../services/window-requests'

/** The grading periods with their windows, and what teachers ask to be opened. */
export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const { reportingWindow, windowGrant } = await readRecords(db, DISTRICT, ['reportingWindow', 'windowGrant'])
  const all = await db.select().from(periods).orderBy(asc(periods.firstDay), asc(periods.lastDay))
  return {
    periods: all
      .filter(({ sourcedId }) => !isOwnSpace(sourcedId))
      .map(({ id, parentId, title, kind, firstDay, lastDay }) => ({ id, parentId, title, kind, firstDay, lastDay })),
    windows: reportingWindow,
    grants: windowGrant,
    requests: await openRequests(db),
  }
})
