import { besideDistrict } from '../../../services/exchange/prepare'

/** What the district holds of a class now, beside what is here. Nothing is changed by asking. */
export default route(async (event) => {
  const { sectionId } = await requireClass(event)
  const db = await useDb()
  return besideDistrict(db, await reachSis(db), sectionId)
})
