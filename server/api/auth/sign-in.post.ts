import { signInRequest } from '#shared/person'
import { signIn } from '../../services/sign-in'

export default route(async (event) => {
  const { email, password } = await bodyAs(event, signInRequest)
  const user = await signIn(
    await useDb(),
    email,
    password,
    getRequestIP(event, { xForwardedFor: useRuntimeConfig().trustProxy }) ?? 'unknown',
  )
  await setUserSession(event, { user: { id: user.id } })
  return { ok: true }
})
