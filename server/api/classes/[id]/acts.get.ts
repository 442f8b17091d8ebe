import { classHistoryQuery } from '#shared/history'
import { classHistory } from '../../../services/history'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return classHistory(await useDb(), sectionId, queryAs(event, classHistoryQuery))
})
