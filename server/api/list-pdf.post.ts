import { LIST_BYTES, listRequest } from '../../shared/list'
import { cardLayoutOf } from '../services/district'

/** A list as PDF, on the district's paper. It is of what is sent: nothing of anybody is read or kept for it. */
export default route(async (event) => {
  await requirePerson(event)
  const list = await bodyAs(event, listRequest, LIST_BYTES)
  const { paper } = await cardLayoutOf(await useDb())
  const file = await drawListPdf({ list, paper })
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'cache-control': 'no-store' })
  return Buffer.from(file)
})
