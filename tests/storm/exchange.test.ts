import { afterAll, expect, it } from 'vitest'
import { runResponse, type ExchangeRun } from '#shared/exchange'
import { todayResponse } from '#shared/today'
import { accounts, Caller, startProduct } from '../support/product'

/**
 * The storm on the exchange: a fifth of all calls fails in every way that a partner has, the server is killed in the
 * middle, and on PostgreSQL a second process works beside it. At the end both sides agree, each thing was written once (the
 * partner counts), and a second run has nothing to send.
 */
const large = process.env.STORM === 'large'
const [CLASS, KILLS] = large ? ['100x100', 20] : ['30x16', 3]
/** How long it may go on, and how long the whole may take. */
const [GOES_ON, LONGEST] = large ? [2_400_000, 2_700_000] : [800_000, 900_000]
const line: string[] = []
afterAll(() => console.log(`\n| exchange | ${line.join(' | ')} |\n`))

it(
  'everything arrives once, whatever fails',
  async () => {
    const product = await startProduct({ wide: CLASS })
    const base = `${product.standins}/sis`
    const told = async <T>(path: string, body?: unknown): Promise<T> => {
      const init = body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }
      const response = await fetch(base + path, { ...init, headers: { 'content-type': 'application/json' } })
      return response.json() as Promise<T>
    }
    try {
      const second = product.databaseUrl ? await product.another() : null
      let teacher = await Caller.signedIn(product, accounts.teacher)
      const { id } = todayResponse.parse(await teacher.get('/api/today'))[0]!
      const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${id}/prepare`)
      const read = async (): Promise<ExchangeRun> => runResponse.parse(await teacher.get(`/api/exchange/runs/${runId}`))
      const { items } = await read()
      await told('/faults', { storm: { share: 0.2, seed: 7 }, retryAfter: 0 })
      await teacher.post(`/api/exchange/runs/${runId}/send`)

      let killed = 0
      for (const end = Date.now() + GOES_ON; Date.now() < end;) {
        const { length } = await told<unknown[]>('/received')
        if (killed < KILLS && length > ((killed + 1) * items.length) / (KILLS + 1)) {
          await product.kill()
          await product.start()
          teacher = await Caller.signedIn(product, accounts.teacher)
          killed++
        }
        const { state } = await read()
        if (state === 'done') break
        // Whoever watches does not wait for the next quarter of a minute.
        if (state !== 'running') await teacher.call('POST', `/api/exchange/runs/${runId}/again`, {})
        await new Promise((done) => setTimeout(done, 150))
      }

      await told('/faults', {})
      const over = await read()
      const refused = over.items.filter((each) => each.state === 'refused')
      expect([over.state, over.items.filter((each) => each.state === 'waiting').length]).toEqual(['done', 0])
      const receipts = await told<{ part: string; id: string; entity: unknown }[]>('/received')
      const asked = await told<{ put: number }>('/asked')
      expect(new Set(receipts.map((each) => each.id)).size).toBe(receipts.length)
      expect(receipts.length).toBe(items.length - refused.length)
      // A thing over which it stumbled too often is said, and goes with the next run.
      const again = await teacher.post<{ runId: string }>(`/api/classes/${id}/prepare`)
      const left = runResponse.parse(await teacher.get(`/api/exchange/runs/${again.runId}`))
      expect(left.items.map((each) => each.id).toSorted()).toEqual(refused.map((each) => each.id).toSorted())
      line.push(
        product.databaseUrl ? `PostgreSQL, ${second ? 2 : 1} processes` : 'built-in',
        `${items.length} things`,
        `${killed} kills`,
        `${asked.put} writes asked for`,
        `${receipts.length} made`,
        `${refused.length} refused`,
      )
    } finally {
      await product.stop()
    }
  },
  LONGEST,
)
