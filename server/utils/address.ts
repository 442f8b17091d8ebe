import type { H3Event } from 'h3'
import { addressBehind, trustedProxies, type Trusted } from '../services/address'

let trusted: Trusted | undefined

/** The address that a request comes from, as far as our own proxies can be believed. */
export function addressOf(event: H3Event): string {
  trusted ??= trustedProxies(useRuntimeConfig().trustProxy)
  return addressBehind(
    trusted,
    event.node.req.socket.remoteAddress ?? 'unknown',
    getRequestHeader(event, 'x-forwarded-for'),
  )
}
