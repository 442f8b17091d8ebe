import { forgetRequest } from '#shared/exchange'
import { forget } from '../../../services/exchange/choices'

/** Forgets what was decided for good: the next difference is asked about again. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  await forget(await useDbToWrite(), sectionId, await bodyAs(event, forgetRequest))
  return { ok: true }
})
