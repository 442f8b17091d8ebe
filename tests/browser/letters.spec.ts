import { emptyColumn } from './empty-column'
import { expect, test } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7B')
})

test('a capital begins a label; Caps Lock is said and changes nothing', async ({ desk, page }) => {
  const { one, two, at } = await emptyColumn(desk)
  await page.keyboard.type('B+')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveText('B+')
  await page.keyboard.type('A')
  await expect(page.locator('.sheet input.editor')).toHaveValue('A')
  await page.keyboard.press('Enter')
  await expect(at(two)).toHaveText('A')
  await expect(at(two)).not.toHaveAttribute('data-mark', 'absent')
  // As a keyboard with Caps Lock on sends it.
  await at(one).evaluate((cell) =>
    cell.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'L', modifierCapsLock: true, bubbles: true, cancelable: true }),
    ),
  )
  await expect(page.getByText('Caps Lock is on')).toBeVisible()
  await expect(at(one)).toHaveText('B+')
})

test('letters set marks, on one cell and on a block; a screen reader hears them in words', async ({ desk, page }) => {
  const { one, two, three, at } = await emptyColumn(desk)
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(at(two)).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('l')
  for (const name of [one, two, three]) await expect(at(name)).toHaveAttribute('data-mark', 'late')
  await page.keyboard.press('l')
  await expect(at(two)).not.toHaveAttribute('data-mark', /./)
  await page.keyboard.press('Escape')
  // In one cell more may come, so that the letter acts when the entry ends.
  await page.keyboard.press('x')
  await expect(page.locator('.sheet input.editor')).toHaveValue('x')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveAccessibleName(/excused/)
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('m')
  await page.keyboard.press('ArrowDown')
  await expect(at(one)).toHaveAccessibleName('blank, missing')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.type('22')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveAccessibleName('22, 2 above the maximum of 20')
})

test('a column scored in letters takes labels in either case, and marks after a point', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await page.getByRole('button', { name: 'Add assignment' }).click()
  await desk.margin.getByLabel('Name', { exact: true }).fill('Sketches')
  await desk.margin.getByRole('combobox', { name: 'Category' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'Investigations' }).click()
  await desk.margin.getByRole('combobox', { name: 'Scored in' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'letters of the scale' }).click()
  await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
  const at = (name: string) => desk.cell(name, 'Sketches')
  await at('Achterberg, Rosalind').click()
  for (const typed of ['a', 'B+', 'b-.l', '.x', '9']) {
    await page.keyboard.type(typed)
    await page.keyboard.press('Enter')
  }
  await expect(at('Achterberg, Rosalind')).toHaveText('A')
  await expect(at('Bekele, Dawit')).toHaveText('B+')
  await expect(at('Castellanos Ibarra, Inés')).toHaveText('B-')
  await expect(at('Castellanos Ibarra, Inés')).toHaveAttribute('data-mark', 'late')
  await expect(at('Dubrovnik, Anya')).toHaveAttribute('data-mark', 'excused')
  await expect(at('Eze, Chidera')).toHaveText('9')
})
