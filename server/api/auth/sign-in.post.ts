import { signInRequest } from '#shared/person'
import { beginSession, deviceOf } from '../../services/sessions'
import { signIn } from '../../services/sign-in'

export default route(async (event) => {
  const { email, password } = await bodyAs(event, signInRequest, 4_000)
  const db = await useDb()
  const user = await signIn(db, email, password, {
    address: addressOf(event),
    device: await knownDevice(event, email),
  })
  const sessionId = await beginSession(db, user.id, deviceOf(getRequestHeader(event, 'user-agent')))
  await replaceUserSession(event, { secure: { sessionId } })
  await rememberDevice(event, email)
  return { ok: true }
})
