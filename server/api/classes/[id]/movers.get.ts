import { moversOf } from '../../../services/movers'

export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  return moversOf(await useDb(), sectionId, person.id)
})
