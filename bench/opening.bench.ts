import { expect, test, type Browser, type Page } from '@playwright/test'
import { startProduct, type Product } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

/** How long a class takes to come up by its address, as after a reload: with nothing in the browser, and with everything. */
const TIMES = 9

const STANDS = 'the first row is painted'

interface Opened {
  paint: number
  shape: number
  row: number
  scripts: number
}
const median = (numbers: number[]) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)]!
const said = (name: string, all: Opened[]) =>
  `${name}: first paint ${Math.round(median(all.map((each) => each.paint)))} ms, the page's shape ${Math.round(median(all.map((each) => each.shape)))} ms, first row painted ${Math.round(median(all.map((each) => each.row)))} ms, ${median(all.map((each) => each.scripts))} scripts`

test('a class opened by its address', async ({ browser }) => {
  test.setTimeout(300_000)
  const product = await startProduct({})
  try {
    const { page, address } = await seated(browser, product)
    await watch(page)
    await opened(page, () => page.goto(address))
    const warm: Opened[] = []
    for (let i = 0; i < TIMES; i++) warm.push(await opened(page, () => page.reload()))
    const cookies = await page.context().cookies()
    await page.context().close()

    const cold: Opened[] = []
    for (let i = 0; i < TIMES; i++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      await context.addCookies(cookies)
      const fresh = await context.newPage()
      await watch(fresh)
      cold.push(await opened(fresh, () => fresh.goto(address)))
      await context.close()
      await new Promise((done) => setTimeout(done, 1000))
    }
    console.log(`${said('warm', warm)}\n${said('cold', cold)}`)
  } finally {
    await product.stop()
  }
})

async function seated(browser: Browser, product: Product): Promise<{ page: Page; address: string }> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const desk = new Desk(page, product.url)
  await desk.sitDown()
  await page.locator('.day li a').first().click()
  await expect(page.locator('.sheet .body [role=gridcell]').first()).toBeVisible()
  // The worker has everything by now.
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.waitForTimeout(1500)
  return { page, address: page.url() }
}

/** Has each page note when its shape and its first row are there, by its own clock from the start of the navigation. */
async function watch(page: Page): Promise<void> {
  await page.addInitScript((stands) => {
    const at: Record<string, number> = {}
    Object.assign(window, { at })
    const look = () => {
      if (!at.shape && document.querySelector('.coming, main')) at.shape = performance.now()
      if (!document.querySelector('.sheet .body [role=gridcell]')) return requestAnimationFrame(look)
      requestAnimationFrame(() =>
        setTimeout(() => {
          at.row = performance.now()
          console.log(stands)
        }),
      )
    }
    requestAnimationFrame(look)
  }, STANDS)
}

/** What the page says of itself is waited for, and nothing asked of it: a question would have it do more than it does by itself. */
async function opened(page: Page, go: () => Promise<unknown>): Promise<Opened> {
  const stands = page.waitForEvent('console', (said) => said.text() === STANDS)
  await go()
  await stands
  const found = await page.evaluate(() => {
    const { at } = window as unknown as { at: { shape: number; row: number } }
    return {
      paint: performance.getEntriesByName('first-paint')[0]?.startTime ?? at.row,
      ...at,
      scripts: performance
        .getEntriesByType('resource')
        .filter((each) => each.name.includes('/_nuxt/') && each.name.endsWith('.js')).length,
    }
  })
  // A reload is one of a page at rest, which has brought in what it wants for later.
  await page.waitForTimeout(2000)
  return found
}
