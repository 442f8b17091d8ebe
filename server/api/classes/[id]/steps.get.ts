import { ownActs } from '../../../services/history'

export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  return ownActs(await useDb(), sectionId, person.id)
})
