import { expect, test } from './fixtures'
import { held, LAB, first, status } from './lab-scores'
import { lookAtDialog } from './looks'

/** A page that goes, is signed out of, or has no network. */

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
  await context.route('**/api/classes/*/acts', (route) => route.abort())
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
  await context.unroute('**/api/classes/*/acts')
  await turn.close()
  await expect(status(reader)).toHaveText('Saved', { timeout: 20_000 })
  expect((await held(product)).scores[0]).toBe('17')
})

test('what one tab has not sent another says too, and signing out there asks about it', async ({
  product,
  mine,
  page,
  context,
}) => {
  const other = await context.newPage()
  await other.goto(product.url)
  await expect(status(other)).toHaveText('Saved')
  await page.bringToFront()
  await first(mine).click()
  await context.route('**/api/classes/*/acts', (route) => route.abort())
  await mine.typeDown(['18'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  // What one tab waits with, the other says too.
  await expect(status(other)).toHaveText('Kept on this machine, waiting for the network')
  await other.bringToFront()
  await other.getByRole('button', { name: 'Sign out' }).click()
  const dialog = other.getByRole('dialog', { name: 'Sign out' })
  await expect(dialog).toContainText('1 change of yours has not reached the server', { timeout: 15_000 })
  await dialog.getByRole('button', { name: 'Stay signed in' }).click()
  await context.unroute('**/api/classes/*/acts')
  await expect(status(other)).toHaveText('Saved', { timeout: 30_000 })
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores[0]).toBe('18')
})

test('what a tab could not send before it was closed goes out from the one that stays', async ({
  product,
  mine,
  page,
  context,
}) => {
  const other = await context.newPage()
  await other.goto(product.url)
  await expect(status(other)).toHaveText('Saved')
  await page.bringToFront()
  await first(mine).click()
  await context.route('**/api/classes/*/acts', (route) => route.abort())
  await mine.typeDown(['16'])
  await expect(status(other)).toHaveText('Kept on this machine, waiting for the network')
  await page.close()
  await context.unroute('**/api/classes/*/acts')
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
