import { audit } from './audit'
import { expect, test, type Desk } from './fixtures'
import { lookAtDialog } from './looks'

test.use({ permissions: ['clipboard-read', 'clipboard-write'] })

const LAB = 'Sediment lab report'

/** The sheet of all classes of the course, as it is opened from one of them. */
async function openCourse(desk: Desk): Promise<void> {
  await desk.openClass('Earth Systems 7A')
  await desk.page.getByRole('button', { name: 'View', exact: true }).click()
  await desk.page.getByRole('link', { name: 'all 3 classes together' }).click()
  await expect(desk.page.getByRole('heading', { level: 1, name: 'Earth Systems 7', exact: true })).toBeVisible()
}
/** The last student of one class and the first of the next, one under the other. */
async function border(desk: Desk): Promise<[string, string]> {
  const names = await desk.names()
  const of = await desk.page.locator('.sheet .body [role=rowheader] small').allTextContents()
  const at = of.findIndex((each) => each.startsWith('7B'))
  return [names[at - 1]!, names[at]!]
}

test('what is done to a block over two classes is one act of each and one step back, also after a reload', async ({
  desk,
  page,
}) => {
  await openCourse(desk)
  const both = await border(desk)
  await desk.cell(both[0], LAB).click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('f')
  const dialog = page.getByRole('dialog', { name: 'Fill' })
  await page.keyboard.type('17')
  await expect(dialog.getByText(`2 cells: 2 students, ${LAB}`)).toBeVisible()
  for (const name of both)
    await expect(dialog.getByRole('row', { name: new RegExp(name.split(',')[0]!) })).toContainText('17')
  await page.keyboard.press('Enter')
  for (const name of both) await expect(desk.cell(name, LAB)).toHaveText('17')
  await desk.saved()

  await page.keyboard.press('Control+z')
  for (const name of both) await expect(desk.cell(name, LAB)).toHaveText('')
  await page.keyboard.press('Control+Shift+z')
  for (const name of both) await expect(desk.cell(name, LAB)).toHaveText('17')
  await desk.saved()
  await page.reload()
  await expect(desk.cell(both[0], LAB)).toHaveText('17')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await page.getByRole('button', { name: 'Undo' }).click()
  for (const name of both) await expect(desk.cell(name, LAB)).toHaveText('')
  await desk.saved()
})

test('a column tells of each class, and what is done with it is done in all; a step in one class takes back all', async ({
  desk,
  page,
}) => {
  await openCourse(desk)
  await page.getByRole('columnheader', { name: /^Check 5/ }).click()
  for (const title of ['7A', '7B', '7C'])
    await expect(desk.margin.getByRole('row', { name: new RegExp(`^${title} due Nov 17 \\d+ scores`) })).toBeVisible()
  await desk.margin.getByRole('button', { name: 'Put away' }).click()
  await expect(page.getByRole('columnheader', { name: /^Check 5/ })).toHaveCount(0)
  await desk.saved()
  await desk.openClass('Earth Systems 7B')
  await expect(page.getByRole('columnheader', { name: /^Check 5/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /^Check 5/ })).toBeVisible()
  await openCourse(desk)
  await expect(page.getByRole('columnheader', { name: /^Check 5/ })).toBeVisible()
  // The rows are those of a class, which are looked at there.
  await audit(page, { exclude: '.sheet .body', rules: 'wcag' })
})

test('names from two classes are matched in one paste, and news of each class comes in', async ({
  desk,
  page,
  browser,
}) => {
  await openCourse(desk)
  const both = await border(desk)
  await desk.cell(both[0], LAB).click()
  const table = both.map((name, at) => `${name.split(', ').reverse().join(' ')}\t${11 + at}`).join('\n')
  await page.evaluate((text) => navigator.clipboard.writeText(text), table)
  await page.keyboard.press('Control+v')
  const dialog = page.getByRole('dialog', { name: 'Paste with names' })
  await expect(dialog.getByText('2 scores would change')).toBeVisible()
  await dialog.getByRole('button', { name: 'Keep these' }).click()
  await expect(desk.cell(both[0], LAB)).toHaveText('11')
  await expect(desk.cell(both[1], LAB)).toHaveText('12')
  await desk.saved()

  // Another machine, where only one of the classes is open.
  const other = desk.beside(await (await browser.newContext()).newPage())
  await other.sitDown()
  await other.openClass('Earth Systems 7B')
  await expect(other.cell(both[1], LAB)).toHaveText('12')
  await other.cell(both[1], LAB).click()
  await other.typeDown(['19'])
  await expect(desk.cell(both[1], LAB)).toHaveText('19')
  await expect(page.getByText(/^Changed just now by/)).toContainText(LAB)
  await other.page.close()
})

test('scores come over from the class that a student was in before', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7C')
  const movers = (await (
    await page.request.get(`${desk.url}/api/classes/${/class\/([^?]+)/.exec(page.url())![1]}/movers`)
  ).json()) as { studentId: string; title: string }[]
  expect(movers.map((each) => each.title)).toEqual(['Earth Systems 7B'])
  await page.goto(`${page.url().split('?')[0]}/student/${movers[0]!.studentId}`)
  await expect(page.getByText('Was in Earth Systems 7B until')).toBeVisible()
  await page.getByRole('button', { name: 'Bring scores over' }).click()
  const dialog = page.getByRole('dialog')
  const row = dialog.getByRole('row').filter({ hasText: 'Rock identification 1' })
  await row.waitFor()
  await lookAtDialog(page, 'student/MovedScores')
  const [, , after] = await row.locator('th, td').allTextContents()
  await dialog.getByRole('button', { name: /^Bring / }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByRole('row').filter({ hasText: 'Rock identification 1' })).toContainText(after!.trim())
  await desk.saved()
})
