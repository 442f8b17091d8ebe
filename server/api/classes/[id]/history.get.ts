import { historyQuery } from '#shared/history'
import { historyOf } from '../../../services/history'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { kind, record } = queryAs(event, historyQuery)
  return historyOf(await useDb(), sectionId, kind, record)
})
