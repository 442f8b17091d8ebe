import { termQuery } from '#shared/exchange'
import { termInSis } from '../../../services/exchange/prepare'

/** What the SIS holds of a period's grades and remarks. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return termInSis(await useDb(), sectionId, queryAs(event, termQuery).period)
})
