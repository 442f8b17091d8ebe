import { randomUUID } from 'node:crypto'
import type { H3Event } from 'h3'

/** A browser on which people have signed in: a sealed cookie of its own, which says nothing to anybody else. */
interface Device {
  id?: string
  accounts?: string[]
}

const ACCOUNTS_KNOWN = 40
const A_YEAR_SECONDS = 365 * 24 * 60 * 60

const deviceCookie = (event: H3Event) =>
  useSession<Device>(event, {
    name: 'yukata-device',
    password: useRuntimeConfig().session.password,
    maxAge: A_YEAR_SECONDS,
    cookie: { httpOnly: true, secure: true, sameSite: 'lax' },
  })

/** The id of the browser, where that account has signed in on it before. */
export async function knownDevice(event: H3Event, email: string): Promise<string | null> {
  if (!getCookie(event, 'yukata-device')) return null
  const { data } = await deviceCookie(event)
  return data.id && data.accounts?.includes(email.toLowerCase()) ? data.id : null
}

/** Remembers that an account has signed in on this browser. */
export async function rememberDevice(event: H3Event, email: string): Promise<void> {
  const device = await deviceCookie(event)
  const account = email.toLowerCase()
  const others = (device.data.accounts ?? []).filter((each) => each !== account)
  await device.update({ id: device.data.id ?? randomUUID(), accounts: [account, ...others].slice(0, ACCOUNTS_KNOWN) })
}
