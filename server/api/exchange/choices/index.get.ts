import { rememberedIn } from '../../../services/exchange/choices'
import { classesOf } from '../../../services/teaching'

/** What was decided for good in the classes of whoever asks. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  return rememberedIn(db, await classesOf(db, person.id))
})
