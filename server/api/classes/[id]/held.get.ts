import { heldQuery } from '#shared/exchange'
import { heldScore } from '../../../services/exchange/settle'

/** Both sides of a score that waits for a decision. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const found = await heldScore(await useDb(), sectionId, queryAs(event, heldQuery).cell)
  // Nothing is an answer too, and has to be JSON.
  return new Response(JSON.stringify(found), { headers: { 'content-type': 'application/json' } })
})
