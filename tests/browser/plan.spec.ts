import { accounts } from '../support/product'
import { audit } from './audit'
import { Desk, expect, test, theDay } from './fixtures'
import { lookAtDialog } from './looks'

const nowOf = (desk: Desk, name: string) => desk.margin.getByRole('row', { name: new RegExp(name) })

test.beforeEach(async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await desk.view('Plan')
  // The Gradebook has a pencil too: a press on it would be lost with the page that it was on.
  await expect(page.getByRole('heading', { name: 'How the grade is made' })).toBeVisible()
})

test('each rule says itself back, and a field that cannot be read says why and keeps nothing', async ({
  desk,
  page,
}) => {
  await page.getByRole('button', { name: 'Open the rules of Checks' }).click()
  const drops = page.getByLabel('How many scores Checks drops')
  await drops.fill('120')
  await drops.press('Enter')
  await expect(page.getByText('At most 99 scores can be dropped.')).toBeVisible()
  await drops.fill('1')
  await drops.press('Enter')
  // Quarter 1 is declared: canceled, the field has what is kept; then its grades stay as they were.
  const question = page.getByRole('dialog', { name: 'Change how Quarter 1 was graded?' })
  await expect(question).toContainText(/\d+ grades? in Quarter 1 would differ from what was declared/)
  await lookAtDialog(page, 'a plan behind a declared term')
  await question.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'Open the rules of Checks' }).click()
  await expect(drops).toHaveValue('0')
  await drops.fill('1')
  await drops.press('Enter')
  await question.getByRole('button', { name: 'Not in Quarter 1' }).click()
  await expect(page.getByText('Checks is 30 of 100, by points; the lowest one is dropped.')).toBeVisible()
  await page.getByRole('button', { name: 'best for the student' }).click()
  await expect(page.getByText('the one that helps most when gone is dropped.')).toBeVisible()
  await page.getByRole('checkbox', { name: 'extra credit' }).check()
  await expect(page.getByText('Checks adds up to 30 points to the grade')).toBeVisible()
  for (const wrong of ['-1', '1001', 'many']) {
    await page.getByLabel('Weight of Checks').fill(wrong)
    await page.getByLabel('Weight of Checks').press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: /Write a number of 0 or more|ends at 1000/ })).toBeVisible()
  }
  await page.getByLabel('Weight of Checks').press('Escape')
  await desk.saved()
  await page.reload()
  await page.getByRole('button', { name: 'Open the rules of Checks' }).click()
  await expect(drops).toHaveValue('1')
  await expect(page.getByLabel('Weight of Checks')).toHaveValue('30')
  // The tests of this file share a class.
  await page.getByRole('checkbox', { name: 'extra credit' }).uncheck()
  await drops.fill('0')
  await drops.press('Enter')
  await expect(page.getByText('Checks is 30 of 100, by points.')).toBeVisible()
})

test('categories are put in order by keyboard, and one that is deleted says where its work goes', async ({
  desk,
  page,
}) => {
  const names = () =>
    page.getByLabel(/^Name of/).evaluateAll((all) => all.map((each) => (each as HTMLInputElement).value))
  await page
    .getByLabel(/^Name of/)
    .first()
    .waitFor()
  const before = await names()
  await page.getByRole('button', { name: `Move ${before[2]}: arrow up or down` }).press('ArrowUp')
  await expect.poll(names).toEqual([before[0], before[2], before[1]])
  await page.getByRole('button', { name: `Delete ${before[2]}` }).click()
  await expect(page.getByRole('dialog')).toContainText(/assignments are in it/)
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click()
  // Its work goes elsewhere in declared Quarter 1 too: there is no way to leave that out.
  const question = page.getByRole('dialog', { name: 'Change how Quarter 1 was graded?' })
  await expect(question.getByRole('button', { name: 'Not in Quarter 1' })).toHaveCount(0)
  await question.getByRole('button', { name: 'Also in Quarter 1' }).click()
  await expect.poll(names).toEqual([before[0], before[1]])
  await expect(page.getByText('not 100: each weight counts as its share of this')).toBeVisible()
  await page.getByRole('button', { name: 'Make them 100' }).click()
  await expect(page.getByText('not 100')).toHaveCount(0)
  for (let step = 0; step < 3; step++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(names).toEqual(before)
  await desk.saved()
})

test('in pencil nothing is kept until it is said so; the class stands before and after', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Take up the pencil' }).click()
  await page.getByLabel('Weight of Checks').fill('90')
  await page.getByLabel('Weight of Checks').press('Enter')
  await expect(desk.margin.getByText(/\d+ grades moved, (\d+ labels?|no label)/)).toBeVisible()
  await expect(page.getByText('1 change tried; nothing is kept yet.')).toBeVisible()
  await theDay(page).getByRole('link', { name: 'Exchange' }).click()
  await expect(page.getByText('Keep what is in pencil, or rub it out, before you leave the class.')).toBeVisible()
  await page.getByRole('button', { name: 'Rub out' }).click()
  await expect(page.getByLabel('Weight of Checks')).toHaveValue('30')

  await desk.view('Gradebook')
  await page.getByRole('button', { name: 'Take up the pencil' }).click()
  const before = await desk.result('Achterberg, Rosalind').textContent()
  await desk.cell('Achterberg, Rosalind', 'Check 5').click()
  await desk.typeDown(['1'])
  await expect(desk.result('Achterberg, Rosalind')).not.toHaveText(before!)
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await desk.saved()
  await page.reload()
  await expect(desk.cell('Achterberg, Rosalind', 'Check 5')).toHaveAccessibleName('1, shows level 1, Starting')
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
})

test('a plan is copied from last year to two classes as one deed, compared first, and taken back as one', async ({
  desk,
  page,
}) => {
  await page.getByRole('button', { name: 'Copy a plan' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'From' }).click()
  await page.getByRole('option', { name: /last year, 2025-26/ }).click()
  await dialog.getByRole('checkbox', { name: 'Earth Systems 7C' }).check()
  const here = dialog.getByRole('region', { name: 'Earth Systems 7A' })
  await expect(here.getByRole('row', { name: 'Shore log not there 20, equal items' })).toBeVisible()
  await expect(here.getByText('Project weeks, in 2025-26, has no counterpart in this class’s year.')).toBeVisible()
  await here.getByRole('combobox', { name: /Where assignments of Field notes go/ }).click()
  await page.getByRole('option', { name: 'Shore log' }).click()
  await expect(here.getByText(/assignments to Shore log/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Copy to 2 classes' }).click()
  await expect(page.getByText('The plan was copied to 2 classes.')).toBeVisible()
  await expect(page.getByLabel('Weight of Shore log')).toHaveValue('20')
  await desk.openClass('Earth Systems 7C')
  await desk.view('Plan')
  await expect(page.getByLabel('Weight of Shore log')).toHaveValue('20')
})

test('one category is added to several classes, and undo takes it from all', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7B')
  await desk.view('Plan')
  await page.getByRole('button', { name: 'Add a category to several classes' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('checkbox', { name: 'Mapmaking' }).check()
  await dialog.getByRole('button', { name: 'Add to 2 classes' }).click()
  await expect(dialog.getByText('Give it a name.')).toBeVisible()
  await dialog.getByLabel('Name', { exact: true }).fill('Harbour log')
  await dialog.getByLabel('Short name').fill('Log')
  await dialog.getByRole('button', { name: 'Add to 2 classes' }).click()
  await expect(page.getByLabel('Name of Harbour log', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(dialog).toContainText('1 other class changes too')
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Name of Harbour log', { exact: true })).toHaveCount(0)
  await desk.openClass('Mapmaking')
  await desk.view('Plan')
  await expect(page.getByRole('heading', { name: 'Categories' })).toBeVisible()
  await expect(page.getByLabel('Name of Harbour log', { exact: true })).toHaveCount(0)
})

test('a scale is made from another, with what is wrong said as it is typed', async ({ page }) => {
  await page.getByRole('button', { name: 'Edit or make a scale' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Make a copy to change' }).click()
  await dialog.getByLabel('B begins at, in percent').fill('87')
  await expect(dialog.getByText('B+ and B begin at the same percent.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toBeVisible()
  await dialog.getByLabel('B begins at, in percent').fill('84')
  await dialog.getByLabel('Name').fill('Harbour letters')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(page.getByRole('combobox', { name: 'Scale', exact: true })).toHaveText('Harbour letters')
  await expect(page.getByText('B from 84')).toBeVisible()
})

test('work is shown down to the scores, on a page that prints, also for the class mean', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7B')
  const name = (await page.locator('.sheet .body [role=rowheader]').first().textContent())!
  await desk.cell(name, 'Field notes 5').click()
  await expect(desk.margin.getByText(/of every 100|This score is dropped/)).toBeVisible()
  await desk.margin.getByRole('combobox', { name: 'What would it take for' }).click()
  await page.getByRole('option', { name: 'F', exact: true }).click()
  await expect(desk.margin.getByText('Any score makes it F.')).toBeVisible()
  await desk.margin.getByRole('link', { name: 'All of it, down to the scores', exact: true }).click()
  await expect(page.getByText('dropped: lowest percent')).toBeVisible()
  await page.getByRole('button', { name: 'Semester 1' }).click()
  await expect(page.getByText(/weight 40, acts as/).first()).toBeVisible()
  await page.getByRole('button', { name: 'class mean' }).click()
  await expect(page.getByText(/Mean of \d+ grades/)).toBeVisible()
  await audit(page)
})

test('the office fixes rounding; every class shows it as fixed, and by whom', async ({ page, product }) => {
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByLabel('Password')).toBeVisible()
  const office = new Desk(page, product.url)
  await office.signIn(accounts.registrar)
  await page.getByRole('navigation').getByRole('link', { name: 'District policy', exact: true }).click()
  const outlook = page.getByRole('dialog', { name: 'Before it acts in every class' })
  const rounding = page.getByRole('checkbox', { name: 'Fix how grades are rounded' })
  await rounding.click()
  await expect(outlook.getByRole('row', { name: 'Rounding left to the teacher whole numbers' })).toBeVisible()
  await expect(outlook.getByText(/^\d+ grades in \d+ classes would be another/)).toBeVisible()
  await expect(outlook.getByRole('listitem').filter({ hasText: 'Earth Systems 7B' })).toContainText('Quarter 2:')
  await lookAtDialog(page, 'district/PolicyOutlookDialog')
  await audit(page)
  await page.keyboard.press('Escape')
  await expect(rounding).not.toBeChecked()
  await expect(outlook).toHaveCount(0)
  await rounding.click()
  await outlook.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Kept. It acts in every class from now on.')).toBeVisible()
  await audit(page)
  // It can be taken back at once, and weights that do not come to 100 are asked about.
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(rounding).not.toBeChecked()
  await rounding.click()
  await outlook.getByRole('button', { name: 'Keep it' }).click()
  await expect(rounding).toBeChecked()
  await expect(outlook).toHaveCount(0)
  await page.getByLabel('Weight of the exam').fill('30')
  await page.keyboard.press('Tab')
  await expect(outlook.getByRole('alert')).toContainText(
    '80 and 30 come to 110. They would act as 72.7 and 27.3 of 100.',
  )
  await outlook.getByRole('button', { name: '70 and 30' }).click()
  await expect(outlook.getByRole('row', { name: 'Term work and exam 80 and 20 70 and 30' })).toBeVisible()
  await outlook.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByLabel('Weight of term work')).toHaveValue('70')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByLabel('Password')).toBeVisible()
  await office.signIn()
  await office.openClass('Earth Systems 7B')
  await expect(page.locator('[data-result=period]').first()).toHaveText(/^\d+[A-F]/)
  await office.view('Plan')
  await expect(page.getByText('Fixed by the district, Perpetua Nyström').first()).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Rounded' })).toBeDisabled()
  await expect(nowOf(office, 'Viggo Abernathy')).toBeVisible()
})

test('several periods get the same method and weights at once, and a period that differs is marked', async ({
  desk,
  page,
}) => {
  const year = page.getByRole('group', { name: 'The school year' })
  await page.getByRole('button', { name: 'Give Quarter 2 a method and weights of its own' }).click()
  await page.getByLabel('Weight of Checks').fill('60')
  await page.keyboard.press('Tab')
  await expect(year.getByRole('button', { name: /Quarter 2.*a method or weights of its own/ })).toBeVisible()
  await page.getByRole('button', { name: 'Several periods at once' }).click()
  const dialog = page.getByRole('dialog', { name: 'As in Quarter 2, in several periods' })
  await expect(dialog.getByRole('row', { name: /Quarter 1/ })).toContainText(/grades? moves?.*declared complete/)
  for (const name of ['Quarter 1', 'Quarter 4']) await dialog.getByRole('checkbox', { name, exact: true }).uncheck()
  await dialog.getByRole('button', { name: /^Give to \d+ periods$/ }).click()
  await expect(year.getByRole('button', { name: /Quarter 3.*of its own/ })).toBeVisible()
  await expect(year.getByRole('button', { name: /Quarter 4.*of its own/ })).toHaveCount(0)
  // Given to all, they are the class's, and none differs.
  await page.getByRole('button', { name: 'Several periods at once' }).click()
  await dialog.getByRole('button', { name: /^Give to \d+ periods$/ }).click()
  await expect(year.getByRole('button', { name: /of its own/ })).toHaveCount(0)
  await desk.saved()
  await page.reload()
  await expect(page.getByLabel('Weight of Checks')).toHaveValue('60')
})

test('a click on a field of one figure selects it, so that what is typed takes its place', async ({ page }) => {
  const weight = page.getByLabel('Weight of Checks')
  await weight.click()
  await page.keyboard.type('35')
  await expect(weight).toHaveValue('35')
  // A second click sets the cursor.
  await weight.click()
  await page.keyboard.press('End')
  await page.keyboard.type('.5')
  await expect(weight).toHaveValue('35.5')
})

test('a letter in an open list goes to what begins with it', async ({ page }) => {
  const scale = page.getByRole('combobox', { name: 'Scale' })
  await scale.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('pass')
  await page.keyboard.press('Enter')
  await expect(scale).toHaveText(/^Pass/)
  await expect(scale).toBeFocused()
})
