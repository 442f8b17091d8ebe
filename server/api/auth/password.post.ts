import { passwordRequest } from '#shared/person'
import { changePassword } from '../../services/sign-in'

/** Changes one's own password; every other session of the person ends. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { present, next } = await bodyAs(event, passwordRequest, 4_000)
  await changePassword(await useDb(), person, present, next)
  return { ok: true }
})
