import { expect, test } from './fixtures'

test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } })

test('a tap goes to a cell, a second one edits it, and a head shows its column', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7C')
  const [first, second] = await desk.names()
  const cell = desk.cell(first!, 'Sediment lab report')
  await cell.scrollIntoViewIfNeeded()
  await cell.tap()
  await expect(desk.margin.getByRole('heading', { level: 2 })).toHaveText(first!.split(', ').reverse().join(' '))
  await expect(page.getByLabel(`${first}, Sediment lab report`)).toBeHidden()
  await cell.tap()
  const editor = page.locator('.sheet .editor')
  await expect(editor).toBeFocused()
  await page.keyboard.type('18')
  // A tap elsewhere keeps what was typed.
  await desk.cell(second!, 'Sediment lab report').tap()
  await expect(cell).toHaveText('18')
  await expect(editor).toBeHidden()
  await desk.margin.getByRole('button', { name: 'missing' }).tap()
  await expect(desk.cell(second!, 'Sediment lab report')).toHaveAccessibleName(/missing/)
  await page.getByRole('columnheader', { name: /^Sediment lab report/ }).tap()
  await expect(desk.margin.getByRole('heading', { name: 'Sediment lab report' })).toBeVisible()
  await desk.saved()
})
