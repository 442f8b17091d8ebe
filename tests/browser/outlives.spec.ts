import type { BrowserContext, Page, Route } from '@playwright/test'
import { Caller, accounts, type Product } from '../support/product'
import type { Desk } from './fixtures'
import { lookAtDialog } from './looks'
import { expect, test, theDay } from './fixtures'

/** What was typed outlives everything: answers that nobody expected, two tabs, storage, clocks, a page without a network. */

interface Snapshot {
  students: { id: string }[]
  records: {
    assignment: Record<string, { shortName: string }>
    cell: Record<string, { value: { points: string } | null; note: string }>
  }
}
async function held(product: Product) {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const [{ id }] = await teacher.get<[{ id: string }]>('/api/today')
  const snapshot = await teacher.get<Snapshot>(`/api/classes/${id}`)
  const assignment = Object.entries(snapshot.records.assignment).find(([, each]) => each.shortName === 'Lab')![0]
  const cells = snapshot.students.map(({ id: student }) => snapshot.records.cell[`${student}/${assignment}`])
  return {
    classId: id,
    teacher,
    assignment,
    students: snapshot.students,
    scores: cells.map((each) => each?.value?.points ?? null),
    cells,
  }
}
const LAB = 'Sediment lab report'
const first = (desk: Desk) => desk.cell('Achterberg, Rosalind', LAB)
const status = (page: Page) => page.locator('.status b')
const list = (page: Page) => page.locator('.status .list')

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
  await list(page).click()
  const dialog = page.getByRole('dialog', { name: 'Not sent, too late, or not taken' })
  await expect(dialog).toContainText('Bekele')
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
  const day = page.getByRole('navigation', { name: 'The day' })
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

test('an address that leads nowhere says so, and leads to Today', async ({ mine, page, product }) => {
  await mine.saved()
  await page.goto(`${product.url}/no-such-page`)
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  await page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /Today|November/ })).toBeVisible()
})

const brokenStorage = {
  'refuses at once': () => {
    Object.defineProperty(indexedDB, 'open', {
      value: () => {
        throw new DOMException('refused', 'SecurityError')
      },
    })
  },
  'never answers': () => {
    Object.defineProperty(IDBFactory.prototype, 'open', { value: () => new EventTarget() })
  },
  'is full': () => {
    IDBObjectStore.prototype.add = function () {
      throw new DOMException('full', 'QuotaExceededError')
    }
    IDBObjectStore.prototype.put = IDBObjectStore.prototype.add
  },
}
for (const [how, breaks] of Object.entries(brokenStorage))
  test(`a browser whose storage ${how} says so, opens the class, and sends at once`, async ({
    product,
    mine,
    page,
    context,
  }) => {
    await page.addInitScript(breaks)
    await page.reload()
    await first(mine).click()
    await mine.typeDown(['4', '5'])
    await expect(page.locator('.status')).toContainText(how === 'is full' ? 'storage is full' : 'keeps nothing', {
      timeout: 15_000,
    })
    await expect(status(page)).toHaveText('Saved', { timeout: 20_000 })
    await expect.poll(async () => (await held(product)).scores.slice(0, 2)).toEqual(['4', '5'])
    // Without the network it stays in the page, which says so.
    await context.setOffline(true)
    await mine.typeDown(['6'])
    await expect(status(page)).toHaveText('Only in this page, waiting for the network: leave it open', {
      timeout: 20_000,
    })
    await context.setOffline(false)
    await expect(status(page)).toHaveText('Saved', { timeout: 40_000 })
    expect((await held(product)).scores.slice(0, 3)).toEqual(['4', '5', '6'])
  })

test('a request that is never answered is given up, and another tab goes on', async ({
  product,
  mine,
  page,
  context,
}) => {
  test.setTimeout(90_000)
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

async function withClock(context: BrowserContext, offsetMs: number): Promise<void> {
  await context.addInitScript((offset) => {
    const Real = Date
    // @ts-expect-error A clock that is wrong, as those of old laptops are.
    globalThis.Date = class extends Real {
      constructor(...args: []) {
        super(...((args as unknown[]).length ? args : ([Real.now() + offset] as unknown as [])))
      }
      static override now() {
        return Real.now() + offset
      }
    }
  }, offsetMs)
}
const DAY_MS = 24 * 60 * 60 * 1000
for (const [how, offset] of [
  ['three days behind', -3 * DAY_MS],
  ['two years ahead', 730 * DAY_MS],
] as const)
  test(`a clock ${how} loses no step back, and history says when it was`, async ({ product, mine, page, context }) => {
    await withClock(context, offset)
    await page.reload()
    await first(mine).click()
    await mine.typeDown(['16'])
    await mine.saved()
    await page.reload()
    await expect(first(mine)).toHaveText('16')
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
    await first(mine).click()
    await page.keyboard.press('Control+z')
    await expect(first(mine)).toHaveText('')
    await mine.saved()
    const { teacher, classId, students, assignment } = await held(product)
    const [undone, typed] = await teacher.get<{ at: string }[]>(
      `/api/classes/${classId}/history?kind=cell&record=${students[0]!.id}/${assignment}`,
    )
    for (const each of [undone!, typed!]) expect(Math.abs(Date.parse(each.at) - Date.now())).toBeLessThan(5 * 60_000)
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
