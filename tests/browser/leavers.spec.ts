import { expect, test } from './fixtures'

test.use({ permissions: ['clipboard-read', 'clipboard-write'] })

/** Alma Quispe has left: her row is passed over by whatever goes down a column, and can still be typed in on purpose. */
test.beforeEach(async ({ desk }) => desk.openClass('Earth Systems 7A'))
const LAB = 'Sediment lab report'

test('Enter goes past a student who was not there, both ways, and a score is never hers by accident', async ({
  desk,
  page,
}) => {
  await desk.cell('Petrosyan, Ani', LAB).click()
  await desk.typeDown(['7', '8'])
  await desk.saved()
  expect(await desk.points('Petrosyan, Ani', LAB)).toBe(7)
  expect(await desk.points('Quispe, Alma', LAB)).toBe(-1)
  expect(await desk.points('Rahimi, Sami', LAB)).toBe(8)
  await desk.cell('Rahimi, Sami', LAB).click()
  await page.keyboard.press('Shift+Enter')
  await expect(desk.cell('Petrosyan, Ani', LAB)).toBeFocused()
  // An arrow reaches her row: who types there means it.
  await page.keyboard.press('ArrowDown')
  await expect(desk.cell('Quispe, Alma', LAB)).toBeFocused()
  await page.keyboard.type('3')
  await page.keyboard.press('Enter')
  expect(await desk.points('Quispe, Alma', LAB)).toBe(3)
})

test('a pasted column and a mark on a block go past her, and filling all says that she was left out', async ({
  desk,
  page,
}) => {
  await desk.cell('Petrosyan, Ani', LAB).click()
  await page.evaluate(() => navigator.clipboard.writeText('5\n6\n7'))
  await page.keyboard.press('Control+v')
  const asked = page.getByRole('dialog', { name: 'Paste' })
  await expect(asked.getByRole('row')).toHaveText([/Ani Petrosyan.*5/, /Sami Rahimi.*6/, /Freja Sørensen.*7/])
  // Brought in for the moment, she is the second of them.
  await asked.getByLabel('Also those who were not in the class then').check()
  await expect(asked.getByRole('row')).toHaveText([/Ani Petrosyan.*5/, /Alma Quispe.*6/, /Sami Rahimi.*7/])
  await asked.getByLabel('Also those who were not in the class then').uncheck()
  await asked.getByRole('button', { name: 'Paste 3 cells' }).click()
  await desk.saved()
  expect(await desk.points('Petrosyan, Ani', LAB)).toBe(5)
  expect(await desk.points('Quispe, Alma', LAB)).toBe(-1)
  expect(await desk.points('Rahimi, Sami', LAB)).toBe(6)
  expect(await desk.points('Sørensen, Freja', LAB)).toBe(7)
  // On the marked cell itself it lands there, whoever's it is.
  await desk.cell('Quispe, Alma', LAB).click()
  await page.evaluate(() => navigator.clipboard.writeText('2'))
  await page.keyboard.press('Control+v')
  await expect(desk.cell('Quispe, Alma', LAB)).toHaveText('2')
  expect(await desk.points('Rahimi, Sami', LAB)).toBe(6)
  await desk.cell('Petrosyan, Ani', LAB).click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('l')
  await expect(desk.cell('Rahimi, Sami', LAB)).toHaveAttribute('data-mark', 'late')
  await expect(desk.cell('Quispe, Alma', LAB)).not.toHaveAttribute('data-mark', 'late')
  await page.getByRole('button', { name: 'Fill', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'Fill' })
  await dialog.getByRole('button', { name: 'fill all' }).click()
  await dialog.getByLabel('With, typed as in a cell').fill('9')
  await expect(dialog.getByText('Alma Quispe: was not in the class')).toBeVisible()
  await expect(dialog.getByRole('table').getByText('Alma Quispe')).toHaveCount(0)
})
