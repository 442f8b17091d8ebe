import { BlockList, isIP } from 'node:net'

/** Which of the addresses that a request has passed are our own proxies: so many of the last, or those of some networks. */
export type Trusted = { hops: number } | { networks: BlockList }

/**
 * Reads `NUXT_TRUST_PROXY`: empty or `false` for none, `true` or a number for so many proxies in a row before us, or the
 * networks that they stand in, as `10.0.0.0/8,fd00::/8`.
 */
export function trustedProxies(setting: unknown): Trusted {
  if (setting === true) return { hops: 1 }
  const text = String(setting || '').trim()
  if (text === '' || text === 'false') return { hops: 0 }
  if (/^\d+$/.test(text)) return { hops: Number(text) }
  const networks = new BlockList()
  for (const each of text.split(',').map((one) => one.trim())) {
    const [address = '', bits] = each.split('/')
    const family = isIP(address)
    if (!family) throw new Error(`NUXT_TRUST_PROXY: "${each}" is no network. Write it as 10.0.0.0/8.`)
    networks.addSubnet(address, Number(bits ?? (family === 4 ? 32 : 128)), family === 4 ? 'ipv4' : 'ipv6')
  }
  return { networks }
}

const plain = (address: string) => address.trim().replace(/^::ffff:(?=\d+\.)/i, '')

/**
 * The address that a request comes from: the right-most one that our own proxies did not add. What stands further left
 * anybody can write.
 *
 * @param socket the address of the connection itself
 * @param forwarded the header X-Forwarded-For
 * @example addressBehind({ hops: 1 }, '127.0.0.1', '6.6.6.6, 192.0.2.7') // '192.0.2.7'
 */
export function addressBehind(trusted: Trusted, socket: string, forwarded: string | undefined): string {
  const chain = [...(forwarded ?? '').split(',').filter(Boolean), socket].map(plain)
  const isOurs = (address: string, fromRight: number) =>
    'hops' in trusted
      ? fromRight < trusted.hops
      : isIP(address) !== 0 && trusted.networks.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')
  for (let at = chain.length - 1; at > 0; at--) if (!isOurs(chain[at]!, chain.length - 1 - at)) return chain[at]!
  return chain[0]!
}
