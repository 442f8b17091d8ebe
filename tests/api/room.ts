import { todayResponse } from '#shared/today'
import { classResponse } from '#shared/class'
import { vi } from 'vitest'
import { accounts, Caller, startProduct, type Product } from '../support/product'

/** The product with its people signed in, and things of the teacher's to ask for. */
export interface Room {
  product: Product
  nobody: Caller
  teacher: Caller
  other: Caller
  registrar: Caller
  /** The teacher's first class, with a period and a student of it. */
  classId: string
  periodId: string
  studentId: string
}

export async function openRoom(): Promise<Room> {
  const product = await startProduct()
  const [teacher, other, registrar] = (await Promise.all(
    [accounts.teacher, accounts.other, accounts.registrar].map((email) => Caller.signedIn(product, email)),
  )) as [Caller, Caller, Caller]
  const classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
  const { periods, students } = classResponse.parse(await teacher.get(`/api/classes/${classId}`))
  const periodId = periods.find((each) => each.title === 'Quarter 1')!.id
  const nobody = new Caller(product.url)
  return { product, nobody, teacher, other, registrar, classId, periodId, studentId: students[0]!.id }
}

/** What has run already, to be asked about. */
export interface Runs {
  /** One that sent the class's work. */
  runId: string
  /** A roster that was taken in. */
  rosterRunId: string
  /** A connection whose key is wrong. */
  connectionId: string
  /** Report cards of the class. */
  printId: string
}

export async function runsIn({ product, teacher, registrar, classId, periodId }: Room): Promise<Runs> {
  const rosterRunId = (await teacher.bring('/api/exchange/roster')).id
  // Who comes and goes is said first.
  await teacher.post(`/api/exchange/runs/${rosterRunId}/go-on`)
  await teacher.rosterRun(rosterRunId)
  const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${classId}/prepare`)
  await teacher.post(`/api/exchange/runs/${runId}/send`)
  const connection = { name: 'Another', protocol: 'oneroster-1.1', url: `${product.standins}/sis`, clientId: 'x' }
  const made = await registrar.post<{ id: string }>('/api/connections', { ...connection, clientSecret: 'wrong' })
  const request = { of: { what: 'class', sectionId: classId }, periodId, each: false }
  const { id: printId } = await teacher.post<{ id: string }>('/api/prints', request)
  await vi.waitFor(
    async () => {
      const { status } = await teacher.call('GET', `/api/prints/${printId}/file`)
      if (status !== 200) throw new Error(`the print answers ${status}`)
    },
    { timeout: 20_000, interval: 200 },
  )
  return { runId, rosterRunId, connectionId: made.id, printId }
}

/** An act that a class takes, and that changes nothing. */
export const actOn = (classId: string) => ({
  id: crypto.randomUUID(),
  kind: 'plan',
  at: new Date().toISOString(),
  changes: [{ kind: 'plan', id: classId, from: { places: 1 }, to: { places: 1 } }],
})
