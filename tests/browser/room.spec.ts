import type { Page } from '@playwright/test'
import { audit } from './audit'
import { expect, test } from './fixtures'

/** How many heads of assignments are whole in view: nothing pinned covers them. */
const headsInView = (page: Page) =>
  page.evaluate(() => {
    const scroller = document.querySelector('.sheet .scroller')!.getBoundingClientRect()
    const left = document.querySelector('.sheet .heads .name')!.getBoundingClientRect().right
    const right = document.querySelector('.sheet .heads .results')!.getBoundingClientRect().left
    return [...document.querySelectorAll('[data-head]')].filter((head) => {
      const box = head.getBoundingClientRect()
      return box.left >= left - 1 && box.right <= Math.min(right, scroller.right) + 1
    }).length
  })

test('there is room for the work: what stands beside it folds away, by a key, and is remembered', async ({
  desk,
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await desk.openClass('Earth Systems 7A')
  await desk.cell('Achterberg, Rosalind', 'Core').click()
  await page.keyboard.press('Home')
  expect(await headsInView(page)).toBeGreaterThanOrEqual(7)
  await page.keyboard.press(']')
  await expect(desk.margin.getByRole('heading', { name: 'Rosalind Achterberg' })).toBeHidden()
  // All nine of the demo's class, and room for a tenth.
  await expect.poll(() => headsInView(page)).toBe(9)
  const room = await page.evaluate(() => {
    const { right } = document.querySelector('.sheet .heads .results')!.getBoundingClientRect()
    return document.querySelector('.sheet .scroller')!.getBoundingClientRect().right - right
  })
  expect(room).toBeGreaterThanOrEqual(50)
  await page.keyboard.press('[')
  await expect(page.getByRole('navigation', { name: 'The day' }).getByText('Earth Systems 7B')).toHaveCSS(
    'position',
    'absolute',
  )
  await page.reload()
  await expect(desk.margin.getByRole('heading', { name: 'Rosalind Achterberg' })).toBeHidden()
  // What is to be written in the margin opens it.
  await desk.cell('Achterberg, Rosalind', 'Core').click()
  await page.keyboard.press('n')
  await expect(desk.margin.getByRole('textbox', { name: /^Note/ })).toBeFocused()
  // In a narrow window it is as it was there.
  await page.setViewportSize({ width: 1024, height: 800 })
  await expect(desk.margin.getByRole('heading', { name: 'Rosalind Achterberg' })).toBeVisible()
  await expect.poll(() => headsInView(page)).toBeGreaterThanOrEqual(5)
  // Zoomed to 200 %.
  await page.setViewportSize({ width: 640, height: 400 })
  await expect.poll(() => headsInView(page)).toBeGreaterThanOrEqual(3)
})

test('at 200% zoom the margin is a drawer over the sheet, by a key and by a button', async ({ desk, page }) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell('Bekele, Dawit', 'Core')
  await cell.click()
  const heading = desk.margin.getByRole('heading', { name: 'Dawit Bekele' })
  await expect(heading).toBeHidden()
  // Text scrolls in one direction only.
  const size = () => page.evaluate(() => [document.body.scrollWidth, document.body.scrollHeight])
  expect((await size())[0]).toBeLessThanOrEqual(640)
  expect((await size())[1]).toBeLessThan(1400)
  await page.keyboard.press(']')
  await expect(heading).toBeVisible()
  expect((await desk.margin.boundingBox())!.width).toBeGreaterThanOrEqual(300)
  await audit(page, { include: 'aside', rules: 'wcag' })
  await page.keyboard.press('Escape')
  await expect(heading).toBeHidden()
  await expect(cell).toBeFocused()
  // What is written in it opens it, and done it gives the keyboard back and closes.
  await page.keyboard.press('n')
  await expect(desk.margin.getByRole('textbox', { name: /^Note/ })).toBeFocused()
  await page.keyboard.type('Bring the drawing')
  await page.keyboard.press('Enter')
  await expect(heading).toBeHidden()
  await expect(cell).toBeFocused()
  await expect(cell).toHaveAccessibleName(/private note/)
  await desk.margin.getByRole('button', { name: 'Margin' }).click()
  await expect(heading).toBeVisible()
  // The form of an assignment, whole.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Add assignment' }).click()
  await expect(desk.margin.getByLabel('Name', { exact: true })).toBeFocused()
  await desk.margin.getByRole('button', { name: 'Back' }).click()
  await expect(heading).toBeHidden()
})

test('Find or do knows what a teacher would type', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  const first = page.getByRole('dialog', { name: 'Find or do' }).getByRole('option').first()
  for (const [typed, found] of [
    ['report', 'Report cards'],
    ['import', 'Import scores from a file'],
    ['copy', 'Copy a plan'],
    ['missing', 'Missing work'],
    ['remark', 'Remarks'],
    ['print', 'Print the record'],
    ['weights', 'Categories and their weights'],
    ['spreadsheet', 'Import scores from a file'],
    ['chidera', 'Chidera Eze'],
    ['chidera grade', 'Grade of Chidera Eze'],
  ]) {
    await page.keyboard.press('Control+k')
    await page.keyboard.type(typed!)
    await expect(first).toContainText(found!)
    await page.keyboard.press('Escape')
  }
  await page.keyboard.press('Control+k')
  await page.keyboard.type('csv')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Files' })).toBeVisible()
})

test('Today says what to do next, each a link to just that, and what is done leaves it', async ({ desk, page }) => {
  const main = page.getByRole('main')
  await expect(main.getByRole('heading', { name: 'To score' })).toBeVisible()
  const stack = main.getByRole('list', { name: 'To score' }).getByRole('listitem').filter({ hasText: 'Field notes 5' })
  await expect(stack).toContainText('4')
  // The same count stands in the day column and at the class.
  await expect(page.getByRole('navigation', { name: 'The day' })).toContainText('25 students, 4 to score')
  await stack.getByRole('link', { name: 'Field notes 5' }).click()
  // It opens at the first blank of the stack.
  await expect(desk.cell('Petrosyan, Ani', 'Field notes 5')).toBeFocused()
  await page.keyboard.type('4')
  await page.keyboard.press('Enter')
  await desk.saved()
  await page
    .getByRole('navigation', { name: 'The day' })
    .getByRole('link', { name: /^Today/ })
    .click()
  await expect(stack).toContainText('3')
  await main.getByRole('link', { name: 'Yusuf Hairston' }).click()
  await expect(page.getByRole('heading', { level: 2, name: 'Yusuf Hairston' })).toBeVisible()
})

test('a name in the sheet opens the student', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await page.getByRole('rowheader', { name: 'Eze, Chidera' }).getByRole('link').click()
  await expect(page.getByRole('heading', { level: 2, name: 'Chidera Eze' })).toBeVisible()
  await page.goBack()
  await expect(page.getByRole('grid', { name: 'Scores' })).toBeVisible()
})
