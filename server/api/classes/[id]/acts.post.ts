import { actsRequest } from '#shared/class'
import { takeActs } from '../../../services/acts'

export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const { acts } = await bodyAs(event, actsRequest)
  return takeActs(await useDb(), sectionId, person.id, acts)
})
