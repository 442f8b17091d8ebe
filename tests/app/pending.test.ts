import { beforeEach, expect, it, vi } from 'vitest'
import type { Act } from '#core/acts/act'
import { SHAPE } from '#core/kinds'
import { idsAhead, leftAhead, writeAhead } from '~/queue/ahead'
import { drop, hasUnkept, keep, settle, waiting } from '~/queue/pending'

// A browser whose database is refused (there is none here) and whose small storage is not.

const WHO = 'teacher-1'
const ONE = '00000000-0000-4000-8000-000000000001'
const TWO = '00000000-0000-4000-8000-000000000002'
const act = (id: string): Act => ({
  id,
  shape: SHAPE,
  kind: 'note',
  at: '2026-11-25T10:00:00.000Z',
  changes: [{ kind: 'cell', id: 's1/a1', from: { note: '' }, to: { note: 'Well begun.' } }],
})
/** As a page takes an act up: written ahead, then given to the database. */
async function take(id: string): Promise<void> {
  writeAhead(WHO, 'class-1', act(id))
  await keep({ personId: WHO, sectionId: 'class-1', act: act(id) })
}
const ids = async () => (await waiting(WHO)).map((each) => each.act.id)

beforeEach(async () => {
  const kept: Record<string, string> = {}
  const how = {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, text: string) => void (kept[key] = text),
    removeItem: (key: string) => void Reflect.deleteProperty(kept, key),
  }
  vi.stubGlobal(
    'localStorage',
    new Proxy(kept, { get: (_, key) => (key in how ? how[key as keyof typeof how] : undefined) }),
  )
  await drop(WHO, new Set(await ids()))
})

it('what the database refused waits in the page and stays written ahead for the next one', async () => {
  await take(ONE)
  expect(await ids()).toEqual([ONE])
  expect(hasUnkept()).toBe(true)
  expect(idsAhead(WHO)).toEqual([ONE])
  expect(leftAhead(WHO).map((each) => each.act.id)).toEqual([ONE])
  expect(idsAhead('teacher-2')).toEqual([])
})

it('an act that is taken up twice waits once', async () => {
  await take(ONE)
  await take(ONE)
  expect(await ids()).toEqual([ONE])
})

it('what its maker puts out of the queue does not come back with the next page', async () => {
  await take(ONE)
  await take(TWO)
  await drop(WHO, new Set([ONE]))
  expect(await ids()).toEqual([TWO])
  expect(idsAhead(WHO)).toEqual([TWO])
})

it('what the server has answered for does not come back either', async () => {
  await take(ONE)
  const [pending] = await waiting(WHO)
  await settle([{ pending: pending!, result: { id: ONE, seq: 1, outcomes: [{ done: 'applied' }] } }])
  expect(await ids()).toEqual([])
  expect(idsAhead(WHO)).toEqual([])
  expect(hasUnkept()).toBe(false)
})
