import type { Page } from '@playwright/test'
import { district } from '../../demo/district'
import { accounts } from '../support/product'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { Desk, expect, test } from './fixtures'

/** Gives a control the keyboard and presses Enter on it: no pointer is touched. */
async function press(page: Page, role: 'button' | 'link', name: string | RegExp): Promise<void> {
  const control = page.getByRole(role, { name, exact: typeof name === 'string' }).first()
  await control.focus()
  await page.keyboard.press('Enter')
}

test('a class of levels alone goes from empty to the end of its term by keyboard', async ({ page, product }) => {
  const desk = new Desk(page, product.url)
  await desk.sitDown(accounts.other)
  // A class of one's own out of a file: students, and nothing else.
  await press(page, 'link', 'Exchange')
  const files = csvFiles(district(), '1.2')
  files['classes.csv'] = files['classes.csv']!.replaceAll('Grade 3, room 4', 'Room nine')
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'own.zip', mimeType: 'application/zip', buffer: Buffer.from(zipOf(files)) })
  await expect(
    page.getByRole('table', { name: 'What the roster changed' }).getByRole('row', { name: /^Classes 1/ }),
  ).toBeVisible()

  await expect(page.getByRole('navigation', { name: 'The day' }).getByRole('link', { name: 'Room nine' })).toBeVisible()
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.type('Room nine')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Room nine' })).toBeVisible()
  await press(page, 'link', 'Plan')
  await press(page, 'button', 'no grade')
  await expect(page.getByRole('button', { name: 'no grade', exact: true }).first()).toHaveAttribute(
    'aria-pressed',
    'true',
  )

  await test.step('standards of its own, an area and two in it', async () => {
    await press(page, 'link', 'Proficiency')
    await press(page, 'link', 'Standards of this class')
    for (const [code, statement, area] of [
      ['RD', 'Reading', ''],
      ['RD.1', 'Retells a story in order.', 'RD Reading'],
      ['RD.2', 'Finds a word’s meaning from those around it.', 'RD Reading'],
    ] as const) {
      await press(page, 'button', 'Add a standard')
      await expect(page.getByLabel('Code', { exact: true })).toBeFocused()
      await page.keyboard.type(code)
      await page.keyboard.press('Tab')
      await page.keyboard.type(statement)
      if (area) {
        await page.keyboard.press('Tab')
        await page.keyboard.press('ArrowDown')
        // A space in the middle of an option's words is part of them, and chooses nothing.
        const list = page.getByRole('combobox', { name: 'In' })
        const [start, rest] = area.split(' ') as [string, string]
        await page.keyboard.type(`${start} `)
        await expect(list).toHaveAttribute('aria-expanded', 'true')
        await page.keyboard.type(rest)
        await page.keyboard.press('Enter')
        // The list goes and gives the keyboard back.
        await expect(page.getByRole('listbox')).toHaveCount(0)
        await expect(list).toHaveText(area)
      }
      await press(page, 'button', 'Keep')
      await expect(page.getByRole('dialog')).toHaveCount(0)
    }
    await expect(page.getByRole('row', { name: /^RD\.2/ })).toBeVisible()
    await press(page, 'link', 'Back to Proficiency')
  })

  await test.step('a column of one level, its exceptions, and one that was seen', async () => {
    const [first, second, third] = await desk.names()
    const at = (name: string, code: string) => desk.cell(name, `${code}:`)
    await at(first!, 'RD.1').focus()
    await page.keyboard.press('f')
    await expect(page.getByRole('dialog').getByRole('button', { name: /^4, / })).toBeFocused()
    await page.keyboard.press('3')
    await press(page, 'button', /^Fill \d+ cells$/)
    await expect(at(third!, 'RD.1')).toHaveText('3')
    await expect(at(first!, 'RD.1')).toBeFocused()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.type('2')
    await page.keyboard.press('Enter')
    await expect(at(second!, 'RD.1')).toHaveText('2')
    await expect(at(third!, 'RD.1')).toBeFocused()
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('o')
    await page.keyboard.press('4')
    await expect(at(third!, 'RD.2')).toHaveText('4')
    // The area is the mean of the two: 3 and 4, and ties go up.
    await expect(at(third!, 'RD')).toHaveText('4')
    await expect(at(second!, 'RD')).toHaveText('2')
    await desk.saved()
  })

  await test.step('the term is looked over, remarked and declared', async () => {
    await press(page, 'link', 'Close the term')
    await expect(page.getByText('Levels looked over')).toBeVisible()
    const remark = page.getByLabel(/^Remark for/).first()
    await remark.focus()
    await page.keyboard.type('Reads to the class with joy.')
    await press(page, 'button', 'Declare Quarter 2')
    await expect(page.getByRole('dialog')).toBeVisible()
    await press(page, 'button', 'Declare it complete')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Reopen', exact: true })).toBeVisible()
    await desk.saved()
  })
  expect(desk.complaints).toEqual([])
})
