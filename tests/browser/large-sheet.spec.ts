import { startProduct } from '../support/product'
import { Desk, expect, test } from './fixtures'

// Boxes of a large sheet go from row to row: the keyboard stays with its cell. ARIA Authoring Practices, grid: one tab stop.
test('a large sheet that is scrolled keeps the keyboard on the marked cell, and gives it to no other', async ({
  page,
}) => {
  const large = await startProduct({ wide: '90x60' })
  try {
    const desk = new Desk(page, large.url)
    await desk.sitDown()
    await page.locator('.day li a').first().click()
    const scroller = page.locator('.sheet .scroller')
    const first = page.locator('.sheet .cells [data-row="0"] [aria-colindex="2"]')
    const scrolledTo = async (left: number, top: number) => {
      await scroller.evaluate((box, to) => box.scrollTo(...to), [left, top] as [number, number])
      await page.waitForTimeout(400)
    }
    const tabStops = () => page.locator('.sheet [tabindex="0"]')
    await page.locator('.sheet .body [role=gridcell]').first().waitFor()
    await scrolledTo(0, 0)
    await first.click()
    await expect(first).toBeFocused()
    for (const [left, top] of [
      [0, 1500],
      [2000, 0],
      [1500, 1500],
    ] as const) {
      await scrolledTo(left, top)
      await expect(scroller).toBeFocused()
      await expect(tabStops()).toHaveCount(1)
      await scrolledTo(0, 0)
      await expect(first).toBeFocused()
      await expect(tabStops()).toHaveCount(1)
    }
    await scrolledTo(1500, 1500)
    await page.keyboard.type('7')
    await page.keyboard.press('Enter')
    await scrolledTo(0, 0)
    await expect(first).toHaveText('7')
    await expect(page.locator('.sheet .cells [data-row="1"] [aria-colindex="2"]')).toBeFocused()
  } finally {
    await large.stop()
  }
})
