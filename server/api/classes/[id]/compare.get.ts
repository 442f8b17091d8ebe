import { comparePush } from '../../../services/exchange'

export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const { differences, unsendables } = await comparePush(await useDb(), useSis(), sectionId)
  return { differences, unsendables }
})
