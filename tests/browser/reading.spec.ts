import { SHAPE } from '../../core/kinds'
import { accounts } from '../support/product'
import { expect, test } from './fixtures'
import { held, first, status } from './lab-scores'

/** A class that is read while something is sent, or done elsewhere. */

test('what is sent while a class is on its way is in it, though it was asked for before', async ({
  mine,
  page,
  product,
}) => {
  // No news: what the page itself knows is all that it has.
  await page.route('**/news*', (route) => route.abort())
  await page.route('**/acts', (route) => route.abort())
  await page.reload()
  await first(mine).click()
  await mine.typeDown(['7'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  // The server reads the class at once, and its answer comes only when the score has been sent.
  const sent = page.waitForResponse('**/acts')
  await page.unroute('**/acts')
  await page.route('**/api/classes/*', async (route) => {
    const asRead = await route.fetch()
    await sent
    await new Promise((done) => setTimeout(done, 500))
    await route.fulfill({ response: asRead })
  })
  await page.reload()
  await expect(first(mine)).toHaveText('7')
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores[0]).toBe('7')
})

test('what others do while a class is read anew is in it, though it was read before', async ({
  mine,
  page,
  product,
}) => {
  const { classId, teacher, students, assignment } = await held(product)
  const { id: by } = await teacher.get<{ id: string }>('/api/person')
  const { periods } = await teacher.get<{ periods: { id: string; title: string }[] }>(`/api/classes/${classId}`)
  const elsewhere = (kind: string, change: object) => {
    const at = new Date().toISOString()
    const act = { id: crypto.randomUUID(), shape: SHAPE, kind, at, changes: [change] }
    return teacher.post(`/api/classes/${classId}/acts`, { acts: [act], sentAt: at, by })
  }
  await expect(first(mine)).toHaveText('')
  // The class as it is read comes only when more has been told.
  let go = () => {}
  const told = new Promise<void>((done) => (go = done))
  await page.route('**/api/classes/*', async (route) => {
    const asRead = await route.fetch()
    await told
    await route.fulfill({ response: asRead })
  })
  const asked = page.waitForRequest('**/api/classes/*')
  const quarter = periods.find((each) => each.title === 'Quarter 1')!.id
  const [from, to] = [{ declared: true }, { declared: false, reason: 'A score came late' }]
  await elsewhere('reopen', { kind: 'declaration', id: quarter, from: { ...from, reason: '' }, to })
  await asked
  const value = { points: '6' }
  const id = `${students[0]!.id}/${assignment}`
  await elsewhere('type', { kind: 'cell', id, from: { value: null }, to: { value } })
  await expect(first(mine)).toHaveText('6')
  const read = page.waitForResponse('**/api/classes/*')
  go()
  await read
  await expect(page.getByRole('button', { name: 'Quarter 1, declared' })).toHaveCount(0)
  await expect(first(mine)).toHaveText('6')
})

test('whoever signs in sees their own class, whatever the page had asked for before', async ({
  mine,
  page,
  product,
}) => {
  const address = page.url()
  await mine.saved()
  await page.context().clearCookies()
  await page.goto(address)
  await page.getByLabel('E-mail').fill(accounts.teacher)
  await page.getByLabel('Password').fill(accounts.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(first(mine)).toBeVisible()
  expect(new URL(page.url()).pathname).toBe(new URL(address).pathname)
  expect(product.log()).not.toContain('Achterberg')
})
