import type { Page } from '@playwright/test'
import { expect, slowFrames, test, theDay } from './fixtures'

// Hands are faster than a tired machine: what they ask for while something is on its way is not lost, and goes where they
// meant it.

/** Holds back every script that has not come yet; answers what lets them come. */
async function scriptsHeld(page: Page): Promise<() => void> {
  let come = () => {}
  const mayCome = new Promise<void>((done) => (come = done))
  await page.route('**/_nuxt/*.js', async (route) => {
    await mayCome
    await route.continue()
  })
  return () => come()
}

test.describe('while a page is on its way', () => {
  // Its script is held back here, which a service worker would have at hand.
  test.use({ serviceWorkers: 'block' })

  test('a period that is asked for is that page’s, and what is asked for last is where one arrives', async ({
    desk,
    page,
  }) => {
    const come = await scriptsHeld(page)
    await desk.openClass('Earth Systems 7B')
    await expect(page.locator('.sheet .cell').first()).toBeVisible()
    await desk.view('Close the term')
    await page.getByRole('button', { name: /^Quarter 1/ }).click()
    come()
    await expect(page.getByText('Quarter 1 is declared complete')).toBeVisible()
    expect(new URL(page.url()).pathname).toMatch(/\/close$/)

    // From there to the plan, and before it has come to another class.
    await desk.view('Plan')
    await theDay(page).getByRole('link', { name: 'Mapmaking' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Mapmaking' })).toBeVisible()
    expect(new URL(page.url()).searchParams.get('period')).toBeNull()
  })

  test('what comes late moves nothing away under the hand', async ({ desk, page }) => {
    const come = await scriptsHeld(page)
    await desk.openClass('Earth Systems 7A')
    await page.getByRole('columnheader', { name: /^Delta model/ }).click()
    const button = desk.margin.getByRole('button', { name: 'Put away' })
    const before = await button.boundingBox()
    const chart = desk.margin.getByRole('img')
    await expect(chart).toHaveCount(0)
    come()
    await expect(chart).toBeVisible()
    expect(await button.boundingBox()).toEqual(before)
  })
})

test('what is asked for in one breath is all there: a period and a page, a switch pressed twice', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
  await expect(page.getByRole('button', { name: 'Class statement' })).toBeVisible()
  await desk.view('Gradebook')
  await expect(page.locator('.sheet .cell').first()).toBeVisible()
  const machine = await page.context().newCDPSession(page)
  await machine.send('Emulation.setCPUThrottlingRate', { rate: 6 })
  // From the first period back to the last of the views: no step waits for the one before it.
  const quarter = page.getByRole('button', { name: /^Quarter 1/ })
  const close = page.getByRole('link', { name: 'Close the term' })
  const [from, to] = [(await quarter.boundingBox())!, (await close.boundingBox())!]
  await page.mouse.click(from.x + 20, from.y + from.height / 2)
  await page.mouse.click(to.x + 20, to.y + to.height / 2)
  await machine.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  await expect(page.getByText('Quarter 1 is declared complete')).toBeVisible()
  await desk.view('Gradebook')
  await page.locator('.sheet .body [role=rowheader]').first().getByRole('link').click()
  const year = page.getByRole('button', { name: 'The whole year' })
  await year.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.waitForTimeout(500)
  await expect(year).toHaveAttribute('aria-pressed', 'false')
})

test('a key that writes in the margin finds it from the first moment of a page', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell('Achterberg, Rosalind', 'Check 5')
  await expect(cell).toBeVisible()
  await slowFrames(page, 2000)
  await page.reload()
  await cell.waitFor()
  await cell.focus()
  await page.keyboard.press('n')
  await page.keyboard.type('Redo it')
  await expect(desk.margin.getByLabel(/^Note/)).toHaveValue('Redo it')
})
