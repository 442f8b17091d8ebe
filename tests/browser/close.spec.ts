import { expect, test, textOf } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
})

test('what is inserted goes where one writes, and writing goes on behind it', async ({ desk, page }) => {
  const remark = page.getByLabel('Remark for Barrientos, Hugo')
  await remark.click()
  await remark.fill('Hugo reads maps well.')
  await desk.margin.getByRole('option').first().click()
  await expect(remark).toBeFocused()
  const inserted = await remark.inputValue()
  expect(inserted).toMatch(/^Hugo reads maps well\. \S/)
  await page.keyboard.type(' Well done. Go on so.')
  await expect(remark).toHaveValue(`${inserted} Well done. Go on so.`)
  await desk.saved()
  await page.reload()
  await expect(remark).toHaveValue(`${inserted} Well done. Go on so.`)
})

test('the bank is searched from the remark, and an arrow there leads to no other child', async ({ desk, page }) => {
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  const imani = page.getByLabel('Remark for Çelik, Imani')
  const before = await imani.inputValue()
  await hugo.click()
  await hugo.fill('and/or ')
  await page.keyboard.press('End')
  await page.keyboard.type('/')
  const search = desk.margin.getByLabel(/Search the bank/)
  await expect(search).toBeFocused()
  await page.keyboard.type('a')
  await page.keyboard.press('ArrowDown')
  const second = desk.margin.getByRole('option').nth(1)
  await expect(second).toHaveAttribute('aria-selected', 'true')
  await expect(search).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(hugo).toBeFocused()
  await expect(hugo).toHaveValue(/^and\/or \S+/)
  await expect(imani).toHaveValue(before)
  // Escape gives the hands back without anything.
  await page.keyboard.type(' /')
  await page.keyboard.press('Escape')
  await expect(hugo).toBeFocused()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(imani).toBeFocused()
})

test('a print waits for the last remark', async ({ desk, page }) => {
  const remark = page.getByLabel('Remark for Barrientos, Hugo')
  await remark.click()
  await page.route('**/acts', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await route.continue()
  })
  let saved = false
  page.on('response', (response) => {
    if (response.url().endsWith('/acts') && response.ok()) saved = true
  })
  await remark.fill('The very last words.')
  const asked = page.context().waitForEvent('request', (each) => each.url().includes('/report-cards'))
  await desk.margin.getByRole('button', { name: 'Report card (PDF)' }).click()
  await asked
  expect(saved).toBe(true)
})

test('a class without grades is closed by its levels, and its card speaks of them', async ({ desk, page }) => {
  await desk.openClass('Mapmaking')
  await desk.view('Close the term')
  await expect(page.getByText('Levels looked over')).toBeVisible()
  await expect(page.getByRole('columnheader', { name: 'Levels, Quarter 2' })).toBeVisible()
  const table = page.getByRole('table').first()
  await expect(table.getByText('no grade', { exact: true })).toHaveCount(0)
  await expect(table.getByText(/: not enough evidence|: [A-Z]/).first()).toBeAttached()
  await expect(page.getByText('a remark and no grade')).toHaveCount(0)
  // A grade of the teacher's own is possible all the same.
  await expect(desk.margin.getByLabel('Percent', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Declare Quarter 2' }).click()
  await expect(page.getByRole('dialog')).toContainText('Levels go on being calculated')
  await page.keyboard.press('Escape')
  const asked = page.context().waitForEvent('request', (request) => request.url().includes('report-cards'))
  await page.getByRole('button', { name: 'Report cards of the class (PDF)' }).click()
  const answer = await page.request.get((await asked).url())
  const cards = textOf(await answer.body())
  expect(cards).toContain('Levels of Quarter 2')
  expect(cards).not.toMatch(/No grade yet|Made of/)
})
