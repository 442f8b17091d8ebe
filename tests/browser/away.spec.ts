import type { BrowserContext, Page, Route } from '@playwright/test'
import type { Product } from '../support/product'
import { expect, test, type Desk } from './fixtures'
import { held, LAB, first, status } from './lab-scores'
import { lookAtDialog } from './looks'

test.use({ serviceWorkers: 'allow' })

/** A page that goes, is signed out of, or has no network. */

const ACTS = '**/api/classes/*/acts'

test('a tab closed within milliseconds of Enter loses nothing: 48 of 48', async ({ product, mine, page, context }) => {
  test.setTimeout(420_000)
  const url = page.url()
  await mine.saved()
  const { students, assignment } = await held(product)
  await page.close()
  const ROUNDS = 12
  const AT_ONCE = 4
  for (let round = 0; round < ROUNDS; round++) {
    const again = mine.beside(await context.newPage())
    await again.page.goto(`${url.split('?')[0]}?student=${students[0]!.id}&assignment=${assignment}`)
    await first(again).click()
    for (let i = 0; i < AT_ONCE; i++) await again.page.keyboard.press('ArrowDown', { delay: 0 })
    for (let i = 0; i < AT_ONCE; i++) await again.page.keyboard.press('ArrowUp', { delay: 0 })
    // The last key and the end of the tab come together, as fast as a browser takes them.
    for (let i = 0; i < AT_ONCE; i++)
      await again.page.keyboard.type(String((round % 9) + 1)).then(() => again.page.keyboard.press('Enter'))
    await again.page.close()
    const reader = await context.newPage()
    await reader.goto(product.url)
    await expect(status(reader)).toHaveText('Saved', { timeout: 20_000 })
    await reader.close()
    expect((await held(product)).scores.slice(0, AT_ONCE)).toEqual(Array<string>(AT_ONCE).fill(String((round % 9) + 1)))
  }
})

test('Saved is said of what every tab made and of what was left, and not before it is known', async ({
  product,
  mine,
  page,
  context,
}) => {
  await mine.saved()
  await first(mine).click()
  // What is typed stays on this machine, and the tab goes.
  await context.route(ACTS, (route) => route.abort())
  await mine.typeDown(['17'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  const turn = await context.newPage()
  await turn.goto(`${product.url}/mark.svg`)
  await page.close()
  // Another tab's sending takes its time: nobody else's turn comes.
  await turn.evaluate(
    () =>
      new Promise<void>((has) => {
        void navigator.locks.request('yukata-sending', () => (has(), new Promise(() => {})))
      }),
  )
  const reader = await context.newPage()
  await reader.addInitScript(() => {
    const said = new Set<string>()
    Object.assign(window, { said })
    const look = () => {
      const line = document.querySelector('.status b')?.textContent
      if (line) said.add(line)
      requestAnimationFrame(look)
    }
    look()
  })
  await reader.goto(product.url)
  await expect(status(reader)).toHaveText('Saving')
  expect(
    await reader.evaluate(() => [...(window as unknown as { said: Set<string> }).said]),
    'what the line said from its first frame on',
  ).not.toContain('Saved')
  await context.unroute(ACTS)
  await turn.close()
  await expect(status(reader)).toHaveText('Saved', { timeout: 20_000 })
  expect((await held(product)).scores[0]).toBe('17')
})

interface Tabs {
  product: Product
  mine: Desk
  page: Page
  context: BrowserContext
}
/** A second tab, and a score that is typed in the first and does not come through. */
async function besideUnsent({ product, mine, page, context }: Tabs, points: string, answer: (sent: Route) => unknown) {
  const { classId } = await held(product)
  const other = await context.newPage()
  await other.goto(`${product.url}/class/${classId}/reports`)
  await expect(status(other)).toHaveText('Saved')
  await page.bringToFront()
  await first(mine).click()
  await context.route(ACTS, (sent) => void answer(sent))
  await mine.typeDown([points])
  return other
}

test('what one tab is sending another says too, and signing out there asks about it', async ({
  product,
  mine,
  page,
  context,
}) => {
  const waiting: Route[] = []
  const other = await besideUnsent({ product, mine, page, context }, '18', (sent) => waiting.push(sent))
  await expect(status(other)).toHaveText('Saving')
  await other.bringToFront()
  await other.getByRole('button', { name: 'Sign out' }).click()
  const dialog = other.getByRole('dialog', { name: 'Sign out' })
  await expect(dialog).toContainText('1 change of yours has not reached the server', { timeout: 15_000 })
  await dialog.getByRole('button', { name: 'Stay signed in' }).click()
  await context.unroute(ACTS)
  for (const sent of waiting) await sent.continue().catch(() => {})
  await expect(status(other)).toHaveText('Saved', { timeout: 30_000 })
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores[0]).toBe('18')
})

test('what one tab prints waits for what another is sending', async ({ product, mine, page, context }) => {
  const waiting: Route[] = []
  const asked: string[] = []
  const other = await besideUnsent({ product, mine, page, context }, '15', (sent) => waiting.push(sent))
  other.on('request', (request) => {
    if (request.method() === 'POST') asked.push(new URL(request.url()).pathname)
  })
  await other.bringToFront()
  // Nothing seems to happen, and it is pressed again: it is one print all the same.
  for (let i = 0; i < 2; i++) await other.getByRole('button', { name: 'Print report cards' }).click()
  await expect.poll(() => waiting.length).toBeGreaterThan(0)
  expect(asked.filter((path) => path.includes('print'))).toEqual([])
  await context.unroute(ACTS)
  for (const sent of waiting) await sent.continue().catch(() => {})
  await expect.poll(() => asked.filter((path) => path.includes('print')), { timeout: 30_000 }).toHaveLength(1)
  await expect(other.getByRole('table', { name: 'Prints of today' }).locator('tbody tr')).toHaveCount(1)
  expect(asked.filter((path) => path.includes('print'))).toHaveLength(1)
  expect((await held(product)).scores[0]).toBe('15')
})

test('what a tab could not send before it was closed goes out from the one that stays', async ({
  product,
  mine,
  page,
  context,
}) => {
  const other = await besideUnsent({ product, mine, page, context }, '16', (sent) => sent.abort())
  // What one tab waits with, the other says too.
  await expect(status(other)).toHaveText('Kept on this machine, waiting for the network')
  await page.close()
  await context.unroute(ACTS)
  // Nobody touches the other: it tries by itself.
  await expect(status(other)).toHaveText('Saved', { timeout: 30_000 })
  expect((await held(product)).scores[0]).toBe('16')
})

test('without the network the page comes up again, with the class and what was typed, and everything arrives once', async ({
  product,
  mine,
  page,
  context,
}) => {
  await first(mine).click()
  await mine.typeDown(['11'])
  await mine.saved()
  // The worker has everything once it is active.
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload()
  await first(mine).click()
  await context.setOffline(true)
  await product.kill()
  await page.keyboard.press('ArrowDown')
  await mine.typeDown(['12'])
  await page.reload()
  await expect(first(mine)).toHaveText('11')
  await expect(mine.cell('Bekele, Dawit', LAB)).toHaveText('12')
  await expect(page.locator('.status')).toContainText('Without the server: the class as of')
  await mine.cell('Castellanos Ibarra, Inés', LAB).click()
  await mine.typeDown(['13'])
  await expect(page.getByText('2 changes to send')).toBeVisible()
  await product.start()
  await context.setOffline(false)
  await expect(status(page)).toHaveText('Saved', { timeout: 30_000 })
  expect((await held(product)).scores.slice(0, 3)).toEqual(['11', '12', '13'])
})

test('signing out asks about what is not sent, and leaves nothing of the students on this machine', async ({
  product,
  mine,
  page,
  context,
}) => {
  await first(mine).click()
  await context.setOffline(true)
  await mine.typeDown(['14'])
  await expect(page.getByText('1 change to send')).toBeVisible()
  await page.getByRole('button', { name: 'Sign out' }).click()
  const dialog = page.getByRole('dialog', { name: 'Sign out' })
  await expect(dialog).toContainText('1 change of yours has not reached the server', { timeout: 15_000 })
  await lookAtDialog(page, 'frame/SignOutDialog')
  await dialog.getByRole('button', { name: 'Stay signed in' }).click()
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeFocused()
  await context.setOffline(false)
  await expect(status(page)).toHaveText('Saved', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  const left = await page.evaluate(async () => {
    const said: string[] = [JSON.stringify({ ...localStorage }), JSON.stringify({ ...sessionStorage })]
    for (const { name } of await indexedDB.databases()) {
      const db = await new Promise<IDBDatabase>((done) => {
        const asked = indexedDB.open(name!)
        asked.onsuccess = () => done(asked.result)
      })
      for (const store of db.objectStoreNames)
        said.push(
          await new Promise<string>((done) => {
            const all = db.transaction(store).objectStore(store).getAll()
            all.onsuccess = () => done(JSON.stringify(all.result))
          }),
        )
    }
    for (const cache of await caches.keys())
      for (const request of await (await caches.open(cache)).keys()) said.push(request.url)
    return said.join('\n')
  })
  const { students } = await held(product)
  for (const secret of ['Achterberg', 'Okafor', students[0]!.id]) expect(left).not.toContain(secret)
  expect((await held(product)).scores[0]).toBe('14')
})

test('a sign-out that did not reach the server is one all the same: the next page asks for nothing of the students', async ({
  mine,
  page,
}) => {
  const address = page.url()
  await mine.saved()
  // What a sign-out without the network leaves behind: the session still is good.
  await page.evaluate(() => localStorage.setItem('yukata-leaving', 'yes'))
  // What the page before still asks for is its own.
  await page.goto('about:blank')
  const asked: string[] = []
  page.on('request', (request) => asked.push(new URL(request.url()).pathname))
  await page.goto(address)
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  expect(asked.filter((path) => path.startsWith('/api/classes/'))).toEqual([])
  await expect(page.getByText('Achterberg')).toHaveCount(0)
})
