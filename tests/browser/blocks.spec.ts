import { expect, test } from './fixtures'
import { lookAtDialog } from './looks'

test.use({ permissions: ['clipboard-read', 'clipboard-write'] })

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7C')
})

const LAB = 'Sediment lab report'

test('a column is typed by keyboard alone, in the forms that a teacher writes', async ({ desk, page }) => {
  const [one, two, three, four] = await desk.names()
  await desk.cell(one!, LAB).click()
  await desk.typeDown(['8/10', '18', '15l', '19.5'])
  await expect(desk.cell(one!, LAB)).toHaveText('80%')
  await expect(desk.cell(three!, LAB)).toHaveAccessibleName('15, late')
  // One did extra: the third key of it says how much.
  await desk.cell(two!, LAB).click()
  await desk.typeDown(['+3'])
  await expect(desk.cell(two!, LAB)).toHaveAccessibleName('21, 1 above the maximum of 20')
  await expect(desk.cell(three!, LAB)).toBeFocused()
  // Enter can go on to the next blank.
  await page.getByRole('button', { name: 'View' }).click()
  await page.getByRole('button', { name: 'the next blank' }).click()
  await page.keyboard.press('Escape')
  await desk.cell(three!, LAB).click()
  await desk.typeDown(['16'])
  await expect(desk.cell((await desk.names())[4]!, LAB)).toBeFocused()
  await expect(desk.cell(four!, LAB)).toHaveText('19.5')
})

test('blanks are filled after the change was shown, as one act with one undo', async ({ desk, page }) => {
  const names = await desk.names()
  const column = 'Check 6'
  await desk.cell(names[0]!, column).click()
  await page.keyboard.type('a')
  await desk.cell(names[1]!, column).click()
  await desk.typeDown(['31'])
  await page.keyboard.press('f')
  const dialog = page.getByRole('dialog', { name: 'Fill' })
  await dialog.getByLabel('With, typed as in a cell').fill('40')
  const lines = dialog.getByRole('table', { name: 'Before and after' }).getByRole('row')
  const count = await lines.count()
  expect(count).toBeGreaterThan(20)
  await dialog.getByRole('button', { name: `Change ${count} cells` }).click()
  await expect(desk.cell(names[2]!, column)).toHaveText(/40/)
  // Who was absent, and who had a score, is as before.
  await expect(desk.cell(names[0]!, column)).toHaveAccessibleName('blank, absent')
  await expect(desk.cell(names[1]!, column)).toHaveText(/31/)
  await page.keyboard.press('Control+z')
  await expect(desk.cell(names[2]!, column)).toHaveText('')
})

test('a block takes a mark, the same note, and what stands at its top', async ({ desk, page }) => {
  const [one, two, three] = await desk.names()
  const column = 'Field notes 6'
  await desk.cell(one!, column).click()
  await page.keyboard.type('4')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+d')
  for (const name of [two!, three!]) await expect(desk.cell(name, column)).toHaveText('4')
  await page.keyboard.press('n')
  const dialog = page.getByRole('dialog', { name: 'Fill' })
  // The hands stay on the keys: what is typed goes into the note.
  await page.keyboard.type('See me on Friday')
  await expect(dialog.getByLabel('Note', { exact: true })).toHaveValue('See me on Friday')
  await dialog.getByRole('button', { name: 'the family' }).click()
  await dialog.getByRole('button', { name: 'Change 3 cells' }).click()
  for (const name of [one!, two!, three!])
    await expect(desk.cell(name, column)).toHaveAccessibleName('4, note for the family')
})

test('scores with names in front are matched, shown, and kept; who is unknown is asked for', async ({ desk, page }) => {
  const names = await desk.names()
  const column = 'Check 6'
  const [family, given] = names[3]!.split(', ') as [string, string]
  await page.evaluate(
    (text) => navigator.clipboard.writeText(text),
    `${given} ${family}\t33\n${names[4]!}\t34\nNobody Atall\t35\n`,
  )
  await desk.cell(names[0]!, column).click()
  await page.keyboard.press('Control+v')
  const dialog = page.getByRole('dialog', { name: 'Paste with names' })
  await expect(dialog.getByText('2 scores would change')).toBeVisible()
  await expect(dialog.getByText('nobody here has this name')).toBeVisible()
  await lookAtDialog(page, 'gradebook/GridDialog')
  await dialog.getByLabel('Who Nobody Atall is').selectOption({ label: names[5]! })
  await expect(dialog.getByText('3 scores would change')).toBeVisible()
  await dialog.getByRole('button', { name: 'Keep these' }).click()
  await expect(desk.cell(names[3]!, column)).toHaveText(/33/)
  await expect(desk.cell(names[5]!, column)).toHaveText(/35/)
  await page.keyboard.press('Control+z')
  await expect(desk.cell(names[3]!, column)).toHaveText('')
})

test('what is shown and in which order stands in the address', async ({ desk, page }) => {
  await page.getByLabel('Category', { exact: true }).selectOption({ label: 'Checks' })
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toHaveCount(0)
  await page.getByLabel('Students shown').selectOption({ label: 'Below the line' })
  await expect(page.getByText(/\d+ of \d+ shown/)).toBeVisible()
  const low = await desk.names()
  await page.reload()
  await expect(page.getByText(/\d+ of \d+ shown/)).toBeVisible()
  expect(await desk.names()).toEqual(low)
  await page.goBack()
  await page.goBack()
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toBeVisible()
  await page.getByLabel('Order of the columns').selectOption({ label: 'By category' })
  await expect(page.getByRole('columnheader', { name: /Delta model/ }).locator('em')).toHaveCount(0)
  await expect(page.locator('.sheet em').first()).toHaveText('Investigations')
})

test('a column shows how its scores lie, sorts the students, and can be put away and brought back', async ({
  desk,
  page,
}) => {
  const head = page.getByRole('columnheader', { name: /Delta model/ })
  await head.click()
  await expect(desk.margin.getByText('Median')).toBeVisible()
  await expect(desk.margin.getByRole('img', { name: /scores/ })).toBeVisible()
  await desk.margin.getByRole('button', { name: 'Sort students by it' }).click()
  await expect
    .poll(async () => {
      const scores = await Promise.all((await desk.names()).slice(0, 6).map((name) => desk.points(name, 'Delta model')))
      return scores.every((each, at) => at === 0 || each <= scores[at - 1]!)
    })
    .toBe(true)
  await desk.margin.getByRole('button', { name: 'Put away' }).click()
  await expect(head).toHaveCount(0)
  await page.getByRole('button', { name: '1 put away' }).click()
  await expect(head).toHaveAccessibleName(/put away/)
  await page.keyboard.press('Control+z')
  await expect(head).not.toHaveAccessibleName(/put away/)
})

test('undo goes back before a reload, and what was done anew can be undone again', async ({ desk, page }) => {
  const [one] = await desk.names()
  const at = desk.cell(one!, 'Field notes 6')
  await at.click()
  await desk.typeDown(['3'])
  await desk.typeDown(['5'])
  await desk.saved()
  await page.reload()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(at).not.toHaveText('3')
  await desk.saved()
  await page.reload()
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(at).toHaveText('3')
  await desk.view('Proficiency')
  await page.getByRole('link', { name: 'History', exact: true }).click()
  const entry = page.getByRole('listitem').filter({ hasText: 'did again' }).first()
  await expect(entry).toBeVisible()
  await page.getByLabel('Kind of act').selectOption({ label: 'Undid' })
  await expect(page.getByRole('listitem').filter({ hasText: 'did again' })).toHaveCount(0)
})

test('two tabs and two machines see each other’s scores within seconds, and none goes over the other silently', async ({
  desk,
  page,
  context,
  browser,
}) => {
  const [one, two] = await desk.names()
  const column = 'Check 6'
  const tab = desk.beside(await context.newPage())
  await tab.page.goto(page.url())
  // A browser of its own, as on another machine: it shares no queue.
  const machine = await browser.newContext()
  const second = desk.beside(await machine.newPage())
  await second.sitDown()
  await second.page.goto(page.url())
  await desk.cell(one!, column).click()
  await desk.typeDown(['21'])
  for (const each of [tab, second]) await expect(each.cell(one!, column)).toHaveText(/21/)
  await tab.page.close()
  await expect(second.page.getByText(/^Changed just now by/)).toBeVisible()
  // Cut off from the network, both type in one cell; the later one to arrive is asked.
  await page.route('**/acts', (route) => route.abort())
  await desk.cell(two!, column).click()
  await desk.typeDown(['22'])
  await expect(page.getByText('Kept on this machine, waiting for the network')).toBeVisible()
  await second.cell(two!, column).click()
  await second.typeDown(['23'])
  await second.saved()
  await page.unroute('**/acts')
  await page.evaluate(() => dispatchEvent(new Event('online')))
  await expect(desk.cell(two!, column)).toHaveAccessibleName(/23.*, waits for a decision/, { timeout: 20_000 })
  await desk.cell(two!, column).click()
  await expect(desk.margin.getByText('You typed 22')).toBeVisible()
  await desk.margin.getByRole('button', { name: 'Put mine' }).click()
  await expect(second.cell(two!, column)).toHaveText(/22/)
  await machine.close()
})

test('anything is found by some of its words', async ({ desk, page }) => {
  const [, two] = await desk.names()
  await page.keyboard.press('Control+k')
  await page.keyboard.type(two!.split(', ')[1]!)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2, name: two!.split(', ')[0]! })).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('delta')
  await page.keyboard.press('Enter')
  await expect(desk.margin.getByRole('heading', { name: 'Delta model' })).toBeVisible()
})
