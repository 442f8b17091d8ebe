import { expect, test } from '@playwright/test'
import { startProduct } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

/** Levels beside scores, in one class of 35 x 60 with 60 standards of which each assignment shows three. */
const TYPED = 30

test('a class of 35 students and 60 standards opens and is typed in', async ({ page }) => {
  test.setTimeout(180_000)
  const product = await startProduct({ wide: '35x60x60' })
  try {
    const desk = new Desk(page, product.url)
    await desk.signIn()
    await page.waitForTimeout(1000)
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Performance.enable')
    const script = async () =>
      (await cdp.send('Performance.getMetrics')).metrics.find((each) => each.name === 'ScriptDuration')!.value * 1000
    const typed = async () => {
      const before = await script()
      for (let at = 0; at < TYPED; at++) {
        await page.keyboard.type(String((at % 4) + 1))
        await page.keyboard.press('Enter')
        await page.waitForTimeout(40)
      }
      await desk.saved()
      return ((await script()) - before) / TYPED
    }
    const opened = async (shown: string, go: () => Promise<void>) => {
      const before = Date.now()
      await go()
      await page.locator(shown).first().waitFor()
      await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))))
      return Date.now() - before
    }
    await opened('.sheet [data-result="period"]', () => page.locator('.day li a').first().click())
    const levels = await opened('.sheet .cell[class*="dye-"]', () => desk.view('Proficiency'))
    const scores = await opened('.sheet [data-result="period"]', () => desk.view('Gradebook'))
    await page.locator('.sheet .body [role=gridcell]').first().click()
    const score = await typed()
    await desk.view('Proficiency')
    await page.getByRole('columnheader', { name: /^S\.1:/ }).click()
    await desk.margin.getByRole('button', { name: 'Open its evidence' }).click()
    await expect(page.getByRole('button', { name: 'All standards' })).toBeVisible()
    await page.locator('.sheet .body .row').first().locator('.cell').last().click()
    const level = await typed()
    console.log(
      [
        `views of the open class, one after the other: Gradebook ${scores} ms, Proficiency ${levels} ms`,
        `script for a score ${score.toFixed(1)} ms, for a level ${level.toFixed(1)} ms: ${(level / score).toFixed(2)} times`,
      ].join('\n'),
    )
  } finally {
    await product.stop()
  }
})
