import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createApp, toNodeListener } from 'h3'
import { OneRosterPartner } from '../../server/partners/oneroster'
import { district } from '../../demo/district'
import { published } from '../../demo/published'
import { noFaults } from '../../standins/faults'
import { Held } from '../../standins/held'
import { mounted, partner } from '../../standins/partner'

/** A district over HTTP, as the standard has it, which says what it was asked. */
export interface DistrictServer {
  url: string
  held: Held
  partner: OneRosterPartner
  /** What it was asked, keys aside. */
  asked: URL[]
  /** Paths that it does not have. */
  lacks: RegExp | null
  stop(): Promise<void>
}

export async function startDistrict(): Promise<DistrictServer> {
  const folder = mkdtempSync(join(tmpdir(), 'district-'))
  writeFileSync(join(folder, 'roster.json'), JSON.stringify(published(district())))
  const held = new Held(folder)
  const key = { clientId: 'x', clientSecret: 'y' }
  const app = createApp().use('/sis', mounted('/sis', partner(held, key, { faults: noFaults() })))
  const listener = toNodeListener(app)
  const server = createServer((request, response) => {
    const url = new URL(request.url!, 'http://x')
    if (!url.pathname.endsWith('/token')) it.asked.push(url)
    if (it.lacks?.test(url.pathname)) response.writeHead(404).end('{}')
    else void listener(request, response)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/sis`
  const it: DistrictServer = {
    url,
    held,
    partner: new OneRosterPartner({ url, ...key }, '1.2', { firstWaitMs: 1 }),
    asked: [],
    lacks: null,
    async stop() {
      await new Promise((done) => server.close(done))
      rmSync(folder, { recursive: true })
    },
  }
  return it
}
