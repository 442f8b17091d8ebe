import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { expect, slowFrames, test, theDay } from './fixtures'

// Hands are faster than a tired machine: what they ask for while something is on its way is not lost, and goes where they
// meant it.

/** The script that has these words in it, and no other has. */
function scriptWith(words: string): string {
  const folder = '.output/public/_nuxt'
  const found = readdirSync(folder).filter(
    (name) => name.endsWith('.js') && readFileSync(join(folder, name), 'utf8').includes(words),
  )
  expect(found).toHaveLength(1)
  return `**/_nuxt/${found[0]!}`
}
/** What the Gradebook shows only when it is asked for. */
const laterScript = () => scriptWith('All keys')

/** Holds back every script that has not come yet, or those meant; answers what lets them come. */
async function scriptsHeld(page: Page, which = '**/_nuxt/*.js'): Promise<() => void> {
  let come = () => {}
  const mayCome = new Promise<void>((done) => (come = done))
  await page.route(which, async (route) => {
    await mayCome
    await route.continue()
  })
  return () => come()
}

test.describe('while a page is on its way', () => {
  // Its script is held back here, which a service worker would have at hand.

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
    const come = await scriptsHeld(page, scriptWith('getDatasetMeta'))
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

test.describe('while what is asked for late is on its way', () => {
  test('no key that follows goes to what the dialog will lie over', async ({ desk, page }) => {
    await desk.openClass('Earth Systems 7A')
    const cell = desk.cell('Achterberg, Rosalind', 'Check 5')
    await cell.click()
    const before = await cell.textContent()
    const come = await scriptsHeld(page, laterScript())
    await page.reload()
    await expect(cell).toBeFocused()
    await page.keyboard.press('Control+k')
    await page.keyboard.type('17')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(page.locator('.sheet .editor:visible')).toHaveCount(0)
    await expect(cell).toBeFocused()
    await expect(cell).toHaveText(before!)

    come()
    await expect(page.getByRole('dialog', { name: 'Find or do' })).toBeVisible()
    await page.keyboard.type('kelp')
    await expect(page.getByRole('combobox', { name: 'Find or do' })).toHaveValue('kelp')
    await page.keyboard.press('Escape')
    await expect(cell).toBeFocused()
  })

  test('where it does not come, that is said, and the keys go where they went', async ({ mine: desk, page }) => {
    await desk.openClass('Earth Systems 7A')
    const cell = desk.cell('Achterberg, Rosalind', 'Check 5')
    await cell.click()
    await page.route(laterScript(), (route) => route.abort())
    await page.reload()
    await expect(cell).toBeFocused()
    await page.keyboard.press('f')
    await expect(page.getByText('This part of the page did not come').first()).toBeVisible()
    // In the margin it stands in its place, and no heading over nothing.
    await expect(desk.margin.getByText('This did not come.')).toBeVisible()
    await expect(async () => {
      await page.keyboard.press('7')
      await expect(page.locator('.sheet .editor:visible')).toHaveCount(1, { timeout: 100 })
    }).toPass()
    await page.keyboard.press('Enter')
    await expect(cell).toContainText('7')
    await desk.saved()
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
