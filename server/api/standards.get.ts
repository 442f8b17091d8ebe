import { isOwnSpace } from '../../core/roster/own-space'
import { asc } from 'drizzle-orm'
import { courses } from '../database/schema'
import { DISTRICT } from '../services/offered'
import { readRecords } from '../services/records-store'
import { levelScaleUses } from '../services/standards'

/** All standards of the district, and which courses are taught by which. */
export default route(async (event) => {
  await requireRegistrar(event)
  const db = await useDb()
  const { standard, courseStandard } = await readRecords(db, DISTRICT, ['standard', 'courseStandard'])
  const list = await db
    .select({ id: courses.id, title: courses.title, code: courses.code, sourcedId: courses.sourcedId })
    .from(courses)
    .orderBy(asc(courses.title))
  return {
    standards: standard,
    courseStandards: courseStandard,
    levelUses: await levelScaleUses(db),
    // A course of somebody's own file is nobody else's.
    courses: list.flatMap(({ sourcedId, ...each }) => (isOwnSpace(sourcedId) ? [] : [each])),
  }
})
