import type { Locator } from '@playwright/test'
import { palette } from '../../shared/palette'
import { expect, test, theDay } from './fixtures'

/** What a line is drawn with on light. */
const INK = palette.light.ai5
const drawn = (chart: Locator) => chart.evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL())
/** Whether anything of it is quite of a colour. */
const has = (chart: Locator, colour: string) =>
  chart.evaluate((canvas: HTMLCanvasElement, colour) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
    const looked = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16))
    for (let at = 0; at < data.length; at += 4)
      if (data[at + 3] === 255 && looked.every((part, of) => data[at + of] === part)) return true
    return false
  }, colour)

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
  await expect.poll(() => drawn(chart)).toBe(dark)

  await theDay(page).getByRole('button', { name: 'Light' }).click()
  await expect.poll(() => drawn(chart)).toBe(light)
})

test('what is printed has the colours of paper, also by who works in the dark', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await page.locator('.sheet .body [role=rowheader]').first().getByRole('link').click()
  const chart = page.getByRole('img', { name: /^Grade over time/ })
  await expect(chart).toBeVisible()
  const words = page.getByRole('heading', { level: 1 })
  const looks = () =>
    words.evaluate((element) => {
      const page = getComputedStyle(document.documentElement)
      return [
        ...[element, document.body].map((each) => getComputedStyle(each)).map((of) => [of.color, of.backgroundColor]),
        // And what the components of the library are made of.
        [page.colorScheme, page.getPropertyValue('--p-content-background'), page.getPropertyValue('--p-text-color')],
      ]
    })
  const [light, lightChart] = [await looks(), await drawn(chart)]
  await theDay(page).getByRole('button', { name: 'Dark' }).click()
  await expect.poll(() => drawn(chart)).not.toBe(lightChart)
  expect(await looks()).not.toEqual(light)

  await page.emulateMedia({ media: 'print' })
  expect(await looks()).toEqual(light)
  // It may be of another size there; its line has the ink of paper.
  await expect.poll(() => has(chart, INK)).toBe(true)
  await page.emulateMedia({ media: 'screen' })
  await expect.poll(() => has(chart, INK)).toBe(false)
})

test('what is drawn has the letters of the page, also on a page that has only just come', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await page.locator('.sheet .body [role=rowheader]').first().getByRole('link').click()
  const chart = page.getByRole('img', { name: /^Grade over time/ })
  await expect(chart).toBeVisible()
  await page.addInitScript(() => {
    const written: Record<string, boolean> = {}
    Object.assign(window, { written })
    CanvasRenderingContext2D.prototype.fillText = new Proxy(CanvasRenderingContext2D.prototype.fillText, {
      apply: (write, context, args) => {
        written[context.font] = document.fonts.check(context.font)
        return Reflect.apply(write, context, args) as undefined
      },
    })
  })
  await page.reload()
  await expect(chart).toBeVisible()
  const written = () => page.evaluate(() => (window as unknown as { written: Record<string, boolean> }).written)
  await expect.poll(async () => Object.values(await written())).toEqual([true])
  expect(Object.keys(await written())).toEqual([expect.stringContaining('Commissioner Variable')])
})
