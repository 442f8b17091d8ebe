import { accounts } from '../support/product'
import { Desk, expect, test, textOf, theDay } from './fixtures'

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

test('the bank is searched where one writes, and an arrow there leads to no other child', async ({ page }) => {
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  const imani = page.getByLabel('Remark for Çelik, Imani')
  const before = await imani.inputValue()
  await hugo.click()
  await hugo.fill('and/or ')
  await page.keyboard.press('End')
  await page.keyboard.type('/sharp')
  const found = page.getByRole('listbox', { name: 'Entries found' })
  await expect(found.getByRole('option')).toHaveCount(1)
  await expect(hugo).toBeFocused()
  // What is typed for the search is no part of the remark, however long one thinks.
  await page.waitForTimeout(900)
  await page.keyboard.press('Enter')
  await expect(found).toHaveCount(0)
  await expect(hugo).toBeFocused()
  await expect(hugo).toHaveValue('and/or Hugo asks sharp questions, and he listens to the answers.')
  await expect(imani).toHaveValue(before)
  await page.keyboard.type(' /a')
  await page.keyboard.press('ArrowDown')
  await expect(found.getByRole('option').nth(1)).toHaveAttribute('aria-selected', 'true')
  // Escape gives the hands back without anything of the search.
  await page.keyboard.press('Escape')
  await expect(hugo).toHaveValue('and/or Hugo asks sharp questions, and he listens to the answers. ')
  await page.keyboard.press('PageDown')
  await expect(imani).toBeFocused()
  await page.keyboard.press('PageUp')
  await expect(hugo).toBeFocused()
})

test('an entry comes by its code, twice only when asked twice, and what is wrong is mended by a key', async ({
  desk,
  page,
}) => {
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  await hugo.click()
  await hugo.fill('h02')
  await page.keyboard.press('Tab')
  await expect(hugo).toHaveValue('Hugo came prepared every day this quarter.')
  await expect(hugo).toBeFocused()
  await page.keyboard.type(' H02')
  await page.keyboard.press('Tab')
  await expect(page.getByText('H02 is in this remark already')).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(hugo).toHaveValue(
    'Hugo came prepared every day this quarter. Hugo came prepared every day this quarter.',
  )
  await hugo.fill('Imani reads her maps well well.')
  for (let at = 0; at < 3; at++) await page.keyboard.press('Alt+Enter')
  await expect(hugo).toHaveValue('Hugo reads his maps well.')
  // A word that is no code is left with Tab as any field is.
  await page.keyboard.type(' nothing')
  await page.keyboard.press('Tab')
  await expect(hugo).not.toBeFocused()
  await desk.saved()
})

test('a statement stands on every card, is changed later, and leaves what was written', async ({ desk, page }) => {
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  const before = await hugo.inputValue()
  const row = page.getByRole('row').filter({ has: hugo })
  for (const text of ['{name} built a delta.', '{name} drained a pond.']) {
    await page.getByRole('button', { name: 'Class statement' }).click()
    await page.getByLabel('Statement for the class').fill(text)
    await page.getByRole('button', { name: 'Keep', exact: true }).click()
    await expect(row.getByText(text.replace('{name}', 'Hugo'))).toBeVisible()
  }
  await expect(row.getByText('Hugo built a delta.')).toHaveCount(0)
  await expect(hugo).toHaveValue(before)
  await hugo.click()
  const card = textOf(await desk.card())
  expect(card.replace(/\s+/g, ' ')).toContain('Hugo drained a pond.')
})

test('the same for many is listed before it is kept, and is one step back', async ({ page }) => {
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  const before = await hugo.inputValue()
  await page.getByRole('button', { name: 'The same for many' }).click()
  await page.keyboard.type('{name} brought {their} boots.')
  await page.getByRole('button', { name: 'by grade' }).click()
  await page.getByLabel('to', { exact: true }).fill('70')
  const rows = page.getByRole('table', { name: 'How each remark reads then' }).getByRole('row')
  const count = await rows.count()
  expect(count).toBeGreaterThan(2)
  await rows.filter({ hasText: 'Barrientos' }).getByRole('checkbox').uncheck()
  await page.getByRole('button', { name: `Put it on ${count - 1} remarks` }).click()
  await expect(hugo).toHaveValue(before)
  await expect(page.getByLabel('Remark for Abernathy, Viggo')).toHaveValue(/ Viggo brought his boots\.$/)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByLabel('Remark for Abernathy, Viggo')).not.toHaveValue(/boots/)
})

test('grades are looked over by the keyboard: overridden in place, and what is out of line is found', async ({
  desk,
  page,
}) => {
  await page.getByRole('button', { name: 'Look over', exact: true }).click()
  const grid = page.getByRole('grid', { name: 'Grades to look over' })
  await expect(grid.locator('.cell[tabindex="0"]')).toBeFocused()
  await page.keyboard.type('b+')
  await page.keyboard.press('Enter')
  await page.keyboard.type('91.5')
  await page.keyboard.press('Enter')
  await page.keyboard.type('zz')
  await page.keyboard.press('Enter')
  await desk.saved()
  await expect(desk.cell('Abernathy, Viggo', 'Your own grade')).toHaveText(/88.*B\+/)
  await expect(desk.cell('Barrientos, Hugo', 'Your own grade')).toHaveText(/91\.5 A-/)
  await expect(desk.cell('Çelik, Imani', 'Your own grade')).toHaveText('zz')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Delete')
  await page.getByLabel('Which students').selectOption({ value: 'override far away' })
  await expect(page.locator('.sheet .body [role=rowheader]')).toContainText([
    'Abernathy, Viggo',
    'Barrientos, Hugo',
    'Delacroix, Halima',
  ])
  await page.getByRole('button', { name: 'I have looked these over' }).click()
  await expect(page.getByRole('button', { name: 'Looked over', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByText(/^done, \d+ overridden$/)).toBeVisible()
})

test('a declared grade that moved says both figures, and is put back or declared anew', async ({ desk, page }) => {
  await page.getByRole('button', { name: /^Quarter 1/ }).click()
  await desk.view('Close the term')
  await expect(page.getByText('Quarter 1 is declared complete')).toBeVisible()
  await page.getByRole('button', { name: 'Look over', exact: true }).click()
  const own = desk.cell('Abernathy, Viggo', 'Your own grade')
  await own.click()
  await page.keyboard.type('71')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1 student no longer matches what was declared')).toBeVisible()
  await expect(page.getByText('an override was changed')).toBeVisible()
  await page.getByRole('button', { name: /^Put .* back for Viggo Abernathy$/ }).click()
  await expect(page.getByText('1 student no longer matches what was declared')).toHaveCount(0)
  await own.click()
  await page.keyboard.type('71')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Declare again' }).click()
  await expect(page.getByText('1 student no longer matches what was declared')).toHaveCount(0)
  await desk.saved()
})

test('what the office closes is as it is, until it is opened for the class that asks', async ({
  desk,
  page,
  product,
  browser,
}) => {
  const there = await browser.newPage()
  const office = new Desk(there, product.url)
  await office.sitDown(accounts.registrar)
  await theDay(there).getByRole('link', { name: 'District policy' }).click()
  await there.getByLabel('Due date of Quarter 2').fill('2026-12-18')
  await there.getByLabel(/^Quarter 2.* is closed$/).check()
  await expect(there.getByText(/^Quarter 2.* is closed for every class\.$/)).toBeVisible()

  await page.reload()
  const hugo = page.getByLabel('Remark for Barrientos, Hugo')
  const before = await hugo.inputValue()
  // Nothing can be written that can't be saved.
  await hugo.click()
  await page.keyboard.type('Too late.')
  await expect(hugo).toHaveValue(before)
  await expect(hugo).toHaveAttribute('readonly', '')
  await expect(desk.margin.getByLabel('Percent', { exact: true })).toBeDisabled()
  await page.getByRole('button', { name: 'Ask for it to be opened' }).click()
  await page.keyboard.type('Hugo handed in his delta.')
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  await expect(page.getByText('You asked for it to be opened: Hugo handed in his delta.')).toBeVisible()
  await desk.saved()

  await there.reload()
  const request = there.getByRole('table', { name: 'Requests to open a term' })
  await expect(request).toContainText('Hugo handed in his delta.')
  await there.getByRole('button', { name: 'Open for Earth Systems 7B' }).click()
  await expect(request).toHaveCount(0)
  await there.close()

  await page.reload()
  await hugo.fill('In time.')
  await hugo.blur()
  await desk.saved()
  await page.reload()
  await expect(hugo).toHaveValue('In time.')
})

test('who changed a grade last comes late, and moves nothing from under the hand', async ({ desk, page }) => {
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route('**/history?*', async (route) => {
    await held
    await route.continue()
  })
  await desk.openClass('Earth Systems 7A')
  await desk.view('Close the term')
  await page.getByRole('row', { name: /^Gallardo, Mateo/ }).click()
  const card = desk.margin.getByRole('button', { name: 'Report card (PDF)' })
  await card.scrollIntoViewIfNeeded()
  const before = await card.boundingBox()
  const asked = page.waitForResponse('**/history?*')
  letGo()
  await asked
  await expect(desk.margin.getByText(/^Marit Okafor-Lindgren, /)).toBeVisible()
  expect(await card.boundingBox()).toEqual(before)
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
  const cards = textOf(await desk.printed())
  expect(cards).toContain('Standards')
  expect(cards).not.toMatch(/No grade yet|Made of/)
})
