import { openClass } from '../../../services/open-class'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return openClass(await useDb(), sectionId)
})
