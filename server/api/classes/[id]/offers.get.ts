import { offers } from '../../../services/exchange/intake'

/** The classes of the classroom app that this one may be. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const db = await useDb()
  return offers(db, await reachClassroom(db), sectionId, person.id)
})
