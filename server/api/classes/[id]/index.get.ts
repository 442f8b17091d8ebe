import { loadSnapshot } from '../../../services/snapshot'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return loadSnapshot(await useDb(), sectionId)
})
