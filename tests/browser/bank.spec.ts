import { readFileSync } from 'node:fs'
import { expect, test, theDay } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
})

test('an entry of one’s own is written, starred, saved as a file, read again, and retired', async ({ desk, page }) => {
  await theDay(page).getByRole('link', { name: 'Comment bank' }).click()
  await page.getByRole('button', { name: 'New entry' }).click()
  await page.keyboard.type('Z1')
  await page.getByLabel('Topic', { exact: true }).last().fill('Field work')
  await page.getByLabel('Text', { exact: true }).fill('{They} {carries} the net.')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  const row = page.getByRole('row').filter({ has: page.getByRole('cell', { name: 'Z1', exact: true }) })
  await expect(row).toContainText('{They} {carries|carry} the net.')
  await page.getByRole('button', { name: 'Star Z1' }).click()
  await expect(page.getByRole('button', { name: 'Star Z1' })).toHaveAttribute('aria-pressed', 'true')
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ])
  const csv = readFileSync((await saved.path())!, 'utf8')
  expect(csv).toContain('Z1,Field work')
  await page.getByRole('button', { name: 'Retire Z1' }).click()
  await expect(row).toHaveCount(0)
  const read = (text: string) =>
    page
      .getByLabel('Comment bank as CSV')
      .setInputFiles({ name: 'bank.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await read('code,text\nQ,')
  await expect(page.getByText('Line 2: The text is empty.')).toBeVisible()
  await read(
    csv
      .split('\r\n')
      .filter((line) => /^(code|Z1)/.test(line))
      .join('\r\n'),
  )
  await expect(page.getByText('1 new entry; 0 with a code')).toBeVisible()
  await page.getByRole('button', { name: 'Keep them' }).click()
  await expect(row).toBeVisible()
  // It is there wherever a remark is written.
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  await hugo.fill('z1')
  await page.keyboard.press('Tab')
  await expect(hugo).toHaveValue('He carries the net.')
})
