import type { Route } from '@playwright/test'
import { audit } from './audit'
import { Desk, expect, test, theDay } from './fixtures'
import { held, LAB, first, status, list } from './lab-scores'
import { lookAtDialog } from './looks'

test.use({ serviceWorkers: 'allow' })

/** What was typed outlives everything: answers that nobody expected, two tabs, a class on its way. */

test('no answer but our own takes an act out of the queue', async ({ product, mine, page }) => {
  await first(mine).click()
  const html = '<!doctype html><title>Hotel network</title>'
  const answers: ((route: Route) => Promise<void>)[] = [
    (route) =>
      route.fulfill({
        status: 500,
        contentType: 'application/json',
        body: JSON.stringify({ statusCode: 500, data: { code: 'bug' } }),
      }),
    (route) => route.fulfill({ status: 503, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 403, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 408, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 413, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 425, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 429, contentType: 'text/html', body: html, headers: { 'retry-after': '1' } }),
    (route) => route.fulfill({ status: 200, contentType: 'text/html', body: html }),
    (route) => route.fulfill({ status: 200, contentType: 'application/json', body: '{"results":[]}' }),
    (route) =>
      route.fulfill({
        status: 422,
        contentType: 'application/json',
        body: JSON.stringify({ statusCode: 422, data: { code: 'unreadable' } }),
      }),
  ]
  let at = 0
  let passes = false
  await page.route('**/acts', (route) => (passes ? route.fallback() : answers[at++ % answers.length]!(route)))
  for (let i = 0; i < answers.length; i++) {
    const seen = at
    await mine.typeDown([String(i + 1)])
    if (i === 0) await expect(status(page)).toHaveText('Kept on this machine, waiting for the server')
    // Another try for each: coming back to the page asks at once.
    await page.evaluate(() => dispatchEvent(new Event('online')))
    await expect.poll(() => at).toBeGreaterThan(seen)
    expect((await held(product)).scores.slice(0, i + 1).every((score) => score === null)).toBe(true)
    await expect(status(page)).not.toHaveText('Saved')
  }
  expect(at).toBeGreaterThanOrEqual(answers.length)
  passes = true
  await page.evaluate(() => dispatchEvent(new Event('online')))
  await expect(status(page)).toHaveText('Saved', { timeout: 30_000 })
  expect((await held(product)).scores.slice(0, 10)).toEqual(Array.from({ length: 10 }, (_, i) => String(i + 1)))
})

test('an act that is rejected is put aside, takes none of the others down, and can be copied, done again and dropped', async ({
  product,
  mine,
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await first(mine).click()
  // The server does not take the second of three, as a later release might not take what an earlier one made.
  await page.route('**/acts', async (route) => {
    const body = route.request().postDataJSON() as {
      acts: { id: string; changes: { to: { value?: { points: string } } }[] }[]
    }
    const broken = body.acts.findIndex((each) => each.changes[0]!.to.value?.points === '2')
    if (broken < 0) return route.fallback()
    const { kind: _, ...unreadable } = body.acts[broken] as Record<string, unknown>
    body.acts[broken] = { ...unreadable, kind: 'of a later release' } as never
    await route.fallback({ postData: JSON.stringify(body) })
  })
  await mine.typeDown(['1', '2', '3'])
  await expect(status(page)).toHaveText('Saved')
  expect((await held(product)).scores.slice(0, 3)).toEqual(['1', null, '3'])
  await expect(list(page)).toHaveText('1 to decide')
  // On every page, and after a reload.
  await theDay(page).getByRole('link', { name: 'Exchange' }).click()
  await page.reload()
  // Not for a moment does it say that all is well.
  await page.evaluate(() => {
    new MutationObserver(() => {
      if (document.body.textContent.includes('Everything that you did is where it should be'))
        document.body.dataset.said = 'all is well'
    }).observe(document.body, { childList: true, subtree: true, characterData: true })
  })
  await list(page).click()
  const dialog = page.getByRole('dialog', { name: 'Not sent, too late, or not taken' })
  await expect(dialog).toContainText('Bekele')
  expect(await page.evaluate(() => document.body.dataset.said)).toBeUndefined()
  await expect(dialog).toContainText('→ 2')
  await lookAtDialog(page, 'frame/WaitingDialog')
  await dialog.getByRole('button', { name: 'Copy' }).click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/Bekele.*\t2$/)
  await page.unroute('**/acts')
  await dialog.getByRole('button', { name: 'Do it again' }).click()
  await expect(status(page)).toHaveText('Saved')
  await expect.poll(async () => (await held(product)).scores.slice(0, 3)).toEqual(['1', '2', '3'])
  await page.keyboard.press('Escape')
  await expect(list(page)).toHaveCount(0)
})

test('a conflict in a class that is not open waits for it, is said on Today and in the day column, and leads to its cell', async ({
  product,
  mine,
  page,
  context,
}) => {
  const { classId, teacher, students, assignment } = await held(product)
  await first(mine).click()
  await context.setOffline(true)
  await mine.typeDown(['3'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  // Meanwhile somebody else; and the teacher is at another class when the network is back.
  await teacher.post(`/api/classes/${classId}/acts`, {
    acts: [
      {
        id: crypto.randomUUID(),
        kind: 'type',
        at: new Date().toISOString(),
        changes: [
          {
            kind: 'cell',
            id: `${students[0]!.id}/${assignment}`,
            from: { value: null },
            to: { value: { points: '19' } },
          },
        ],
      },
    ],
  })
  await theDay(page).getByRole('link', { name: 'Today' }).click()
  await context.setOffline(false)
  await expect(status(page)).toHaveText('Saved', { timeout: 30_000 })
  const day = theDay(page)
  await expect(day.getByRole('link', { name: /Earth Systems 7A/ })).toContainText('1 to decide')
  await page.reload()
  await page.getByRole('main').getByRole('link', { name: '1 to decide' }).click()
  await expect(first(mine)).toHaveAccessibleName('19, waits for a decision')
  await expect(mine.margin.getByText('You typed 3')).toBeVisible()
  await mine.margin.getByRole('button', { name: 'Put mine' }).click()
  await expect(status(page)).toHaveText('Saved')
  await expect.poll(async () => (await held(product)).scores[0]).toBe('3')
  await expect(day.getByRole('link', { name: /Earth Systems 7A/ })).not.toContainText('decide')
})

test('whichever tab sends, both show what is there', async ({ product, mine, page, context }) => {
  const second = mine.beside(await context.newPage())
  await second.page.goto(page.url())
  // No news from the server in either: what one tab hears for the other is all that they have.
  for (const each of [page, second.page]) {
    await each.route('**/news*', (route) => route.abort())
    await each.reload()
  }
  const { classId, teacher, students, assignment } = await held(product)
  // The first tab cannot send; the second carries its queue.
  await page.route('**/acts', (route) => route.abort())
  await page.bringToFront()
  await first(mine).click()
  await mine.typeDown(['7', '8'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  await teacher.post(`/api/classes/${classId}/acts`, {
    acts: [
      {
        id: crypto.randomUUID(),
        kind: 'type',
        at: new Date().toISOString(),
        changes: [
          {
            kind: 'cell',
            id: `${students[0]!.id}/${assignment}`,
            from: { value: null },
            to: { value: { points: '19' } },
          },
        ],
      },
    ],
  })
  await second.page.bringToFront()
  await second.page.evaluate(() => dispatchEvent(new Event('online')))
  await expect(first(second)).toHaveAccessibleName('19, waits for a decision', { timeout: 15_000 })
  await expect(second.cell('Bekele, Dawit', LAB)).toHaveText('8')
  // The tab that typed shows the same, and says Saved only now.
  await expect(first(mine)).toHaveAccessibleName('19, waits for a decision')
  await expect(status(page)).toHaveText('Saved', { timeout: 20_000 })
  // What is typed over it there goes out and is what the server has: tab and server never differ under Saved.
  await page.unroute('**/acts')
  await page.bringToFront()
  await first(mine).click()
  await mine.typeDown(['5'])
  await mine.saved()
  await expect(first(mine)).toHaveText('5')
  await expect(first(second)).toHaveText('5')
  expect((await held(product)).scores.slice(0, 2)).toEqual(['5', '8'])
})

test('a server that does not answer at the first look is asked again, by hand or by itself', async ({
  page,
  product,
}) => {
  const desk = new Desk(page, product.url)
  await page.route('**/api/today', (route) => route.abort())
  await desk.sitDown()
  const day = theDay(page)
  await expect(day).toContainText('The server does not answer')
  const main = page.getByRole('main')
  await expect(main.getByRole('alert')).toContainText('The server does not answer')
  await audit(page)
  await main.getByRole('button', { name: 'Try again' }).click()
  await expect(main.getByRole('alert')).toContainText('The server does not answer')
  await page.unroute('**/api/today')
  // Nobody presses anything: it comes up by itself.
  await expect(day.getByRole('link', { name: 'Earth Systems 7A' })).toBeVisible()
  await expect(main.getByRole('alert')).toHaveCount(0)
})

test('an address that leads nowhere says so, and leads to Today', async ({ mine, page, product }) => {
  await mine.saved()
  await page.goto(`${product.url}/no-such-page`)
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  await page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /Today|November/ })).toBeVisible()
})

test('a request that is never answered is given up, and another tab goes on', async ({
  product,
  mine,
  page,
  context,
}) => {
  await page.route('**/acts', () => {})
  await first(mine).click()
  await mine.typeDown(['9'])
  const second = mine.beside(await context.newPage())
  await second.page.goto(page.url())
  await second.cell('Bekele, Dawit', LAB).click()
  const started = Date.now()
  await second.typeDown(['6'])
  await expect.poll(async () => (await held(product)).scores.slice(0, 2), { timeout: 30_000 }).toEqual(['9', '6'])
  expect(Date.now() - started).toBeLessThan(30_000)
})

test('a note written in one sitting is one line of history and one step back', async ({ product, mine, page }) => {
  await first(mine).click()
  const note = mine.margin.getByRole('textbox').first()
  await note.click()
  for (const words of ['Ask ', 'for the ', 'drawing']) {
    await page.keyboard.type(words)
    await page.waitForTimeout(900)
  }
  await mine.saved()
  const { teacher, classId, students, assignment } = await held(product)
  const lines = await teacher.get<{ to: { note: string } }[]>(
    `/api/classes/${classId}/history?kind=cell&record=${students[0]!.id}/${assignment}`,
  )
  expect(lines.map((each) => each.to.note)).toEqual(['Ask for the drawing'])
  await first(mine).click()
  await page.keyboard.press('Control+z')
  await mine.saved()
  expect((await held(product)).cells[0]?.note ?? '').toBe('')
})
