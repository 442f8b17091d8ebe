import type { Page } from '@playwright/test'
import { blanks, SHAPE } from '../../core/kinds'
import { accounts } from '../support/product'
import { expect, test } from './fixtures'
import { held, first, status } from './lab-scores'

/** A class that is read while something is sent, or done elsewhere. */

type There = Awaited<ReturnType<typeof held>>

/** Does something on the class as from another machine of the teacher's. */
async function actingElsewhere({ classId, teacher }: There) {
  const { id: by } = await teacher.get<{ id: string }>('/api/person')
  return async (kind: string, change: object) => {
    const at = new Date().toISOString()
    const act = { id: crypto.randomUUID(), shape: SHAPE, kind, at, changes: [change] }
    const answer = await teacher.post(`/api/classes/${classId}/acts`, { acts: [act], sentAt: at, by })
    expect(answer).toMatchObject({ results: [{ outcomes: [{ done: 'applied' }] }] })
  }
}
async function periodOf({ classId, teacher }: There, title: string): Promise<string> {
  const { periods } = await teacher.get<{ periods: { id: string; title: string }[] }>(`/api/classes/${classId}`)
  return periods.find((each) => each.title === title)!.id
}
/** Declares the quarter from another machine: the class is read anew here. */
async function declaredElsewhere(page: Page, there: There): Promise<void> {
  const elsewhere = await actingElsewhere(there)
  const id = await periodOf(there, 'Quarter 2')
  await elsewhere('declare', { kind: 'declaration', id, from: { declared: false }, to: { declared: true } })
  await expect(page.getByRole('button', { name: 'Quarter 2, declared' })).toBeVisible()
}

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
  const there = await held(product)
  const elsewhere = await actingElsewhere(there)
  const quarter = await periodOf(there, 'Quarter 1')
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
  const sealed = page.getByRole('button', { name: 'Quarter 1, declared' })
  await expect(sealed).toBeVisible()
  const [from, to] = [{ declared: true }, { declared: false, reason: 'A score came late' }]
  await elsewhere('reopen', { kind: 'declaration', id: quarter, from: { ...from, reason: '' }, to })
  await asked
  const value = { points: '6' }
  const id = `${there.students[0]!.id}/${there.assignment}`
  await elsewhere('type', { kind: 'cell', id, from: { value: null }, to: { value } })
  await expect(first(mine)).toHaveText('6')
  const read = page.waitForResponse('**/api/classes/*')
  go()
  await read
  await expect(sealed).toHaveCount(0)
  await expect(first(mine)).toHaveText('6')
})

test('what is half typed stays under the hands, whatever is done elsewhere meanwhile', async ({
  mine,
  page,
  product,
}) => {
  const there = await held(product)
  const elsewhere = await actingElsewhere(there)
  const editor = page.locator('.sheet .editor:visible')
  await first(mine).click()
  await page.keyboard.type('1')
  // A column comes in before this one, the score itself changes, and the quarter is declared: the class is read anew.
  const to = { name: 'Early work', shortName: 'Early', removed: false, dueOn: '2026-11-03' }
  const { name, shortName, removed, dueOn } = blanks.assignment
  await elsewhere('assignment', {
    kind: 'assignment',
    id: crypto.randomUUID(),
    from: { name, shortName, removed, dueOn },
    to,
  })
  await expect(page.getByRole('columnheader', { name: /Early work/ })).toBeVisible()
  const id = `${there.students[0]!.id}/${there.assignment}`
  await elsewhere('type', { kind: 'cell', id, from: { value: null }, to: { value: { points: '6' } } })
  await declaredElsewhere(page, there)
  await expect(editor).toHaveValue('1')
  await expect(editor).toBeFocused()
  await page.keyboard.type('7')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^Change Quarter/ }).click()
  await expect(first(mine)).toHaveText('17')
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores.slice(0, 2)).toEqual(['17', null])
})

test('what is tried in pencil is tried still after the class was read anew, and is kept in a declared term when it is said so', async ({
  mine,
  page,
  product,
}) => {
  const there = await held(product)
  await page.getByRole('button', { name: 'Take up the pencil' }).click()
  await first(mine).click()
  await mine.typeDown(['3'])
  await expect(page.getByText('1 change tried; nothing is kept yet.')).toBeVisible()
  await declaredElsewhere(page, there)
  // The hands go on in pencil: what they type next is tried too, and not kept.
  await mine.typeDown(['4'])
  await expect(page.getByText('2 changes tried; nothing is kept yet.')).toBeVisible()
  expect((await held(product)).scores.slice(0, 2)).toEqual([null, null])
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  const question = page.getByRole('dialog', { name: 'Quarter 2 is declared complete' })
  await question.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('2 changes tried; nothing is kept yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await question.getByRole('button', { name: /^Change Quarter/ }).click()
  await expect(page.getByText('In pencil.')).toHaveCount(0)
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores.slice(0, 2)).toEqual(['3', '4'])
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
