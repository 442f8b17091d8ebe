import { readFileSync } from 'node:fs'
import { expect, test, textOf } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
})

test('a print waits for the last remark', async ({ desk, page }) => {
  const remark = page.getByLabel('Remark for Barrientos, Hugo')
  await remark.click()
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/acts', async (route) => {
    await held
    await route.continue()
  })
  await remark.fill('The very last words.')
  const print = desk.margin.getByRole('button', { name: 'Report card (PDF)' })
  const [opened] = await Promise.all([page.waitForEvent('popup'), print.click()])
  await expect(print).toBeDisabled()
  expect(opened.url()).toBe('about:blank')
  letGo()
  await expect.poll(() => opened.url()).toContain('/report-cards')
  expect(textOf(await (await page.request.get(opened.url())).body())).toContain('The very last words.')
})

test('every report of a class is found in one place, and a list is saved as it is shown', async ({ desk, page }) => {
  await desk.margin.getByRole('link', { name: 'All reports' }).click()
  await expect(page.getByRole('link', { name: 'The record', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Remark list' }).click()
  const list = page.getByRole('region', { name: 'Remark list' })
  const hugo = list.getByRole('row').filter({ has: page.getByRole('rowheader', { name: 'Barrientos, Hugo' }) })
  await expect(hugo).toContainText('He checks his own work before handing it in.')
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ])
  expect(saved.suggestedFilename()).toBe('earth-systems-7b-remark-list.csv')
  const csv = readFileSync((await saved.path())!, 'utf8')
  expect(csv.split('\r\n')[0]).toContain('Student,Remark,Characters')
  expect(csv).toContain('He checks his own work before handing it in.')
  await page.goBack()
  await page.getByRole('link', { name: 'Grade list' }).click()
  await expect(page.getByRole('region', { name: 'Grade list' }).getByRole('row')).toHaveCount(29)
})
