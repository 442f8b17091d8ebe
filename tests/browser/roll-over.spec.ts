import { district } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { expect, test, theDay } from './fixtures'
import { lookAtDialog } from './looks'

test('classes of a new year begin from last year’s plans, after what comes over was shown; the old one stays readable', async ({
  desk,
  page,
}) => {
  // New classes, without plans.
  const files = csvFiles(district(), '1.2')
  files['classes.csv'] = files['classes.csv']!.replaceAll('Earth Systems 7A', 'Earth Systems 7D')
  await theDay(page).getByRole('link', { name: 'Exchange' }).click()
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'own.zip', mimeType: 'application/zip', buffer: Buffer.from(zipOf(files)) })
  await expect(page.getByRole('table', { name: 'What the roster changed' })).toBeVisible()
  await theDay(page).getByRole('link', { name: 'Today' }).click()

  const begin = page.getByRole('button', { name: 'Begin from last year’s plans' })
  await begin.focus()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Begin from last year’s plans' })
  const earth = dialog.getByRole('region', { name: 'Earth Systems 7D' })
  await expect(earth.getByRole('combobox').locator('option:checked')).toHaveText(/2025-26/)
  await earth.getByText(/rules? come over/).click()
  await expect(earth.getByRole('table')).toContainText('Shore log')
  await lookAtDialog(page, 'today/RollOver')
  await page.keyboard.press('Escape')
  await expect(begin).toBeFocused()
  await page.keyboard.press('Enter')
  const label = await dialog.getByRole('button', { name: /^Begin \d+ class/ }).textContent()
  await dialog.getByRole('button', { name: label!.trim() }).click()
  await expect(dialog).toHaveCount(0)
  await desk.openClass('Earth Systems 7D')
  await desk.view('Plan')
  await expect(page.getByRole('button', { name: 'Delete Shore log' })).toBeVisible()

  await page.goto(`${desk.url}/past`)
  const past = page.getByRole('main').getByRole('listitem').first()
  const title = (await past.getByRole('link').first().textContent())!
  await past.getByRole('link').first().click()
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Views of the class' })).toBeVisible()
  await page.goBack()
  await past.getByRole('link', { name: 'Reports' }).click()
  await page.getByRole('link', { name: 'Grade list' }).click()
  await expect(page.getByRole('region', { name: 'Grade list' })).toBeVisible()
  expect(desk.complaints).toEqual([])
})
