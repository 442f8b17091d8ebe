import type { Locator } from '@playwright/test'
import { expect, test, theDay } from './fixtures'

const drawn = (chart: Locator) => chart.evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL())

test('light and dark are one press apart, what is drawn turns with them, and the choice stays', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const chart = desk.margin.getByRole('img')
  const column = page.getByRole('columnheader', { name: /^Delta model/ })
  await column.click()
  await expect(chart).toBeVisible()
  const light = await drawn(chart)

  await theDay(page).getByRole('button', { name: 'Dark' }).click()
  await expect(page.locator('html')).toHaveClass('dark')
  await expect.poll(() => drawn(chart)).not.toBe(light)
  const dark = await drawn(chart)
  await page.reload()
  await column.click()
  await expect(chart).toBeVisible()
  expect(await drawn(chart)).toBe(dark)

  await theDay(page).getByRole('button', { name: 'Light' }).click()
  await expect.poll(() => drawn(chart)).toBe(light)
})
