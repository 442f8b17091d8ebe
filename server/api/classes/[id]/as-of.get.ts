import { asOfQuery } from '#shared/history'
import { snapshotAsOf } from '../../../services/history'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return snapshotAsOf(await useDb(), sectionId, queryAs(event, asOfQuery).day)
})
