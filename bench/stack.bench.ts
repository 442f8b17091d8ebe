import { expect, test } from '@playwright/test'
import { startProduct } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

/** How many keys and pointer moves a stack of 30 papers takes, three of them not like the others. */
test('a stack of 30 scores with 3 exceptions', async ({ page }) => {
  test.setTimeout(180_000)
  const product = await startProduct({ wide: '35x40' })
  try {
    const desk = new Desk(page, product.url)
    await desk.sitDown()
    await page.locator('.day li a').first().click()
    await page.getByRole('button', { name: 'Add assignment' }).click()
    await desk.margin.getByLabel('Name', { exact: true }).fill('Stack')
    await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
    const names = (await desk.names()).slice(0, 30)
    const cell = (at: number) => desk.cell(names[at]!, 'Stack')

    // Every paper by itself: two digits each; one student absent, one late, one with a point more than the maximum.
    let keys = 0
    const press = async (...all: string[]) => {
      for (const key of all) await page.keyboard.press(key)
      keys += all.length
    }
    await cell(0).click()
    for (let at = 0; at < 30; at++) {
      if (at === 7) await press('a', 'Enter')
      else if (at === 15) await press('8', 'l', 'Enter')
      else if (at === 22) await press('1', '1', 'Enter')
      else await press(...String(4 + (at % 6)), 'Enter')
    }
    await expect(cell(7)).toHaveAccessibleName(/absent/)
    await expect(cell(15)).toHaveAccessibleName(/^8.*late/)
    await expect(cell(22)).toHaveAccessibleName(/^11.*1 above/)
    console.log(`30 scores of one digit, each by itself: ${keys} keys, 1 pointer move`)

    // Nearly all alike: the exceptions first, then the blanks at once.
    await page.getByRole('button', { name: 'Add assignment' }).click()
    await desk.margin.getByLabel('Name', { exact: true }).fill('Alike')
    await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
    const alike = (at: number) => desk.cell(names[at]!, 'Alike')
    keys = 0
    await alike(0).click()
    for (let at = 0; at < 23; at++) {
      if (at === 7) await press('a', 'ArrowDown')
      else if (at === 15) await press('8', 'l', 'Enter')
      else if (at === 22) await press('1', '1', 'Enter')
      else await press('ArrowDown')
    }
    await press('f', '1', '0')
    await expect(page.getByRole('table', { name: 'Before and after' })).toBeVisible()
    await press('Enter')
    await expect(alike(0)).toHaveText(/10/)
    await expect(alike(7)).toHaveAccessibleName(/absent/)
    console.log(`30 scores, 27 of them the same: ${keys} keys, 1 pointer move`)
  } finally {
    await product.stop()
  }
})
