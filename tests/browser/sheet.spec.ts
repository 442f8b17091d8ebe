import type { Desk } from './fixtures'
import { lookAtDialog } from './looks'
import { expect, test } from './fixtures'

const LAB = 'Sediment lab report'

test.use({ permissions: ['clipboard-read', 'clipboard-write'] })

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7B')
})

/** The first two students of the class and a column with nothing in it yet. */
async function start(desk: Desk) {
  const names = await desk.page.locator('.sheet .body [role=rowheader]').allTextContents()
  const [one, two, three] = names as [string, string, string]
  await desk.cell(one, 'Sediment lab report').click()
  return { one, two, three, at: (name: string) => desk.cell(name, 'Sediment lab report') }
}

test('the hands stay on the number keys', async ({ desk, page }) => {
  const { one, two, three, at } = await start(desk)
  await desk.typeDown(['8', '8.5'])
  await expect(at(three)).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('F2')
  await page.keyboard.press('End')
  await page.keyboard.type('%')
  await page.keyboard.press('Enter')
  await expect(at(two)).toHaveText('8.5%')
  await page.keyboard.type('99')
  await page.keyboard.press('Escape')
  await expect(at(three)).toHaveText('')
  await expect(at(three)).toBeFocused()
  await page.keyboard.press('Control+ArrowUp')
  await expect(at(one)).toBeFocused()
  await page.keyboard.press('Delete')
  await expect(at(one)).toHaveText('')
  await page.keyboard.type('7')
  await page.keyboard.press('Tab')
  await expect(desk.cell(one, 'Check 6')).toBeFocused()
  await page.keyboard.press('Shift+Tab')
  await expect(at(one)).toHaveText('7')
})

test('what cannot be read stays in its cell, marked, and the stack goes on', async ({ desk, page }) => {
  const { one, two, three, at } = await start(desk)
  await page.keyboard.type('8q')
  await page.keyboard.press('Enter')
  await expect(page.getByText('8q is no number, percent or label').first()).toBeVisible()
  await desk.typeDown(['7', '9'])
  await desk.saved()
  await expect(at(one)).toHaveText('8q')
  await expect(at(one)).toHaveAttribute('aria-label', /^8q, cannot be read/)
  expect([await desk.points(two, LAB), await desk.points(three, LAB)]).toEqual([7, 9])
  // It is counted in the status line, is a loose end, and outlives a reload.
  await page.reload()
  await expect(at(one)).toHaveText('8q')
  await page.getByRole('link', { name: '1 entry not read' }).click()
  await expect(at(one)).toBeFocused()
  await expect(desk.margin.getByRole('group', { name: 'Not read' })).toContainText('“8q” is not kept')
  // Edited, it begins with what was typed; typed anew, it is gone.
  await page.keyboard.press('F2')
  await expect(page.locator('.sheet input.editor')).toHaveValue('8q')
  await page.keyboard.press('Escape')
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveText('8')
  await expect(page.getByText(/not read/)).toHaveCount(0)
})

test('what cannot be read is cleared by Delete; a click elsewhere loses nothing of it', async ({ desk, page }) => {
  const { one, two, at } = await start(desk)
  await page.keyboard.type('8/x')
  await at(two).click()
  await expect(at(two)).toBeFocused()
  await expect(at(one)).toHaveText('8/x')
  await page.keyboard.type('6')
  await page.keyboard.press('Enter')
  await expect(at(two)).toHaveText('6')
  await at(one).click()
  await page.keyboard.press('Delete')
  await expect(at(one)).toHaveText('')
  await expect(page.getByText(/not read/)).toHaveCount(0)
})

test('what cannot be read is in every tab, and each of two tabs keeps what was typed in the other', async ({
  desk,
  page,
  context,
}) => {
  const { one, two, at } = await start(desk)
  const other = desk.beside(await context.newPage())
  await other.page.goto(page.url())
  await expect(other.cell(one, LAB)).toBeVisible()
  await page.bringToFront()
  await at(one).click()
  await page.keyboard.type('8q')
  await page.keyboard.press('Enter')
  await expect(other.cell(one, LAB)).toHaveText('8q')
  await other.page.bringToFront()
  await other.cell(two, LAB).click()
  await other.page.keyboard.type('9q')
  await other.page.keyboard.press('Enter')
  await expect(at(two)).toHaveText('9q')
  await page.reload()
  await expect(at(one)).toHaveText('8q')
  await expect(at(two)).toHaveText('9q')
  await expect(page.getByRole('link', { name: '2 entries not read' })).toBeVisible()
})

test('a capital begins a label; Caps Lock is said and changes nothing', async ({ desk, page }) => {
  const { one, two, at } = await start(desk)
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
  const { one, two, three, at } = await start(desk)
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(at(two)).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('l')
  for (const name of [one, two, three]) await expect(at(name)).toHaveAttribute('data-mark', 'late')
  await page.keyboard.press('l')
  await expect(at(two)).not.toHaveAttribute('data-mark', /./)
  await page.keyboard.press('Escape')
  await page.keyboard.press('x')
  await expect(at(one)).toHaveAccessibleName(/excused/)
  await page.keyboard.press('m')
  await expect(at(one)).toHaveAccessibleName('blank, missing')
  await page.keyboard.type('22')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveAccessibleName('22, 2 above the maximum of 20')
})

test('blocks are copied and pasted as tab-separated text, and undone as one', async ({ desk, page }) => {
  const { one, two, three, at } = await start(desk)
  const before = await Promise.all([one, two, three].map((name) => at(name).textContent()))
  await page.evaluate(() => navigator.clipboard.writeText('11\t35\n12.5\t36\nq\t37\n'))
  await page.keyboard.press('Control+v')
  // Who gets what is seen before anything is kept.
  const asked = page.getByRole('dialog', { name: 'Paste' })
  await expect(asked.getByRole('row')).toHaveCount(6)
  await expect(asked.getByRole('row', { name: /q is no number/ })).toHaveCount(1)
  await lookAtDialog(page, 'gradebook/PasteDialog')
  await page.keyboard.press('Escape')
  await expect(at(one)).toHaveText(before[0]!)
  await page.keyboard.press('Control+v')
  await expect(asked).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveText('11')
  await expect(desk.cell(two, 'Check 6')).toHaveText('36')
  await expect(page.getByText('1 of 6 entries cannot be read and are marked in their cells')).toBeVisible()
  await expect(at(three)).toHaveText('q')
  await page.keyboard.press('Control+c')
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^11\t35\n12\.5\t36\n/)
  await page.keyboard.press('Control+z')
  for (const [index, name] of [one, two].entries()) await expect(at(name)).toHaveText(before[index]!)
  await expect(desk.cell(two, 'Check 6')).toHaveText('')
  await page.keyboard.press('Control+Shift+z')
  await expect(desk.cell(two, 'Check 6')).toHaveText('36')
  await desk.saved()
  await page.reload()
  await expect(desk.cell(two, 'Check 6')).toHaveText('36')
})

test('a note is written from the keyboard, says who reads it, and its history is there', async ({ desk, page }) => {
  const { one, two, at } = await start(desk)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('n')
  await expect(desk.margin.getByLabel(/^Note/)).toBeFocused()
  await page.keyboard.type('Bring the drawing')
  await page.keyboard.press('Escape')
  await expect(at(two)).toBeFocused()
  await expect(at(two)).toHaveAccessibleName(/private note/)
  await desk.margin.getByRole('button', { name: 'the family' }).click()
  await expect(at(two)).toHaveAccessibleName(/note for the family/)
  await expect(desk.margin.getByText(/no note until/)).toBeVisible()
  await at(one).click()
  await expect(desk.margin.getByLabel(/^Note/)).toHaveValue('')
})

test('the grid is one to a screen reader: counts, places, heads to walk on', async ({ desk, page }) => {
  const { one } = await start(desk)
  const grid = page.getByRole('grid', { name: 'Scores' })
  const students = await page.locator('.sheet [role=rowheader]').count()
  await expect(grid).toHaveAttribute('aria-rowcount', String(students + 1))
  await expect(page.locator('.sheet [role=columnheader]')).toHaveCount(Number(await grid.getAttribute('aria-colcount')))
  await page.keyboard.press('ArrowUp')
  const head = page.getByRole('columnheader', { name: /Sediment lab report/ })
  await expect(head).toBeFocused()
  await expect(desk.margin.getByRole('heading', { name: 'Sediment lab report' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(desk.margin.getByRole('button', { name: 'Edit', exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(desk.margin.getByRole('heading', { name: 'Assignment' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(head).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(desk.cell(one, 'Sediment lab report')).toBeFocused()
  // Tab never traps: past the last column it leaves the grid.
  await page.keyboard.press('End')
  await page.keyboard.press('Tab')
  await expect(page.locator('.sheet :focus')).toHaveCount(0)
})

test('deleting an assignment says what goes with it, and undo brings it back', async ({ desk, page }) => {
  await desk.cell(await firstName(desk), 'Delta model').click()
  await desk.margin.getByRole('button', { name: 'edit', exact: true }).click()
  await desk.margin.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText(/\d+ scores will leave the grades with it/)).toBeVisible()
  await page.getByRole('button', { name: 'Delete' }).last().click()
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toHaveCount(1)
})

test('the address holds the class, the period and the cell', async ({ desk, page }) => {
  await page.getByRole('button', { name: /^Quarter 1/ }).click()
  await expect(page.getByRole('columnheader', { name: /Shoreline model/ })).toBeVisible()
  const name = await firstName(desk)
  await desk.cell(name, 'Check 2').click()
  await page.reload()
  await expect(page.getByRole('button', { name: /^Quarter 1/ })).toHaveAttribute('aria-pressed', 'true')
  await expect(desk.margin.getByText('Check 2, weathering')).toBeVisible()
  await page.goBack()
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toBeVisible()
})

test('a loose end is shown where it arises, with the step that mends it', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await expect(page.getByRole('button', { name: /Museum day write-up, outside every grading period/ })).toBeVisible()
  await page.getByRole('button', { name: '2 loose ends' }).click()
  await page.getByRole('button', { name: 'Mend' }).click()
  await expect(
    desk.margin.getByText('This day lies outside every grading period: it will count nowhere.'),
  ).toBeVisible()
  await desk.margin.getByLabel('Due').fill('2026-12-02')
  await expect(desk.margin.getByText('In Quarter 2.')).toBeVisible()
  await desk.margin.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('button', { name: '1 loose end' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
})

const firstName = async (desk: Desk) =>
  (await desk.page.locator('.sheet .body [role=rowheader]').first().textContent())!

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

test('an 88 typed for an 8 is marked at once, and put right or said to be meant in one step', async ({
  desk,
  page,
}) => {
  const { one, two, at } = await start(desk)
  await at(one).click()
  await page.keyboard.type('88')
  await page.keyboard.press('Enter')
  await page.keyboard.type('99')
  await page.keyboard.press('Enter')
  await expect(at(one)).toHaveAttribute('aria-label', /more than twice it, is that meant/)
  await page.getByRole('button', { name: /loose ends?$/ }).click()
  const ends = page.getByRole('list', { name: 'Loose ends' })
  await ends
    .getByRole('listitem')
    .filter({ hasText: '88 of 20' })
    .getByRole('button', { name: '8?', exact: true })
    .click()
  await ends.getByRole('listitem').filter({ hasText: '99 of 20' }).getByRole('button', { name: '99 stays' }).click()
  await page.keyboard.press('Escape')
  await expect(at(one)).toHaveText('8')
  await expect(at(two)).toHaveText(/^99/)
  await expect(at(two)).not.toHaveAttribute('aria-label', /is that meant/)
  await desk.saved()
  await page.reload()
  await expect(at(two)).not.toHaveAttribute('aria-label', /is that meant/)
})
