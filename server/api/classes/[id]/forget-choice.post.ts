import { forgetRequest } from '#shared/exchange'
import { forget } from '../../../services/exchange/choices'

/** Forgets what was decided for good: the next difference is asked about again. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { type, thingId } = await bodyAs(event, forgetRequest)
  await forget(await useDbToWrite(), sectionId, type, thingId)
  return { ok: true }
})
