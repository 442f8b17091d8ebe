import { comparePush } from '../../../services/exchange'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  return comparePush(await useDb(), useSis(), sectionId)
})
