import { audit } from './audit'
import { expect, test, theDay, textOf } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7A')
})

test('an assignment goes to several classes with their own dates, is changed in all of them, and parted', async ({
  desk,
  page,
}) => {
  await page.getByRole('button', { name: 'Add assignment' }).click()
  await desk.margin.getByLabel('Name', { exact: true }).fill('Tide table reading')
  // Of several categories one is chosen, and nothing is guessed.
  await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
  await expect(desk.margin.getByRole('alert').filter({ hasText: 'Choose a category' })).toBeVisible()
  await desk.margin.getByRole('combobox', { name: 'Category' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'Investigations' }).click()
  await desk.margin.getByLabel(/^Due/).fill('2026-12-29')
  await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
  // A date outside every period is taken only after what it means was said.
  await expect(desk.margin.getByRole('alert').filter({ hasText: 'outside every grading period' })).toBeVisible()
  await page.getByRole('button', { name: 'Quarter 2' }).click({ position: { x: 70, y: 8 } })
  await expect(desk.margin.getByText('In Quarter 2.')).toBeVisible()
  await desk.margin.getByLabel(/^Due/).fill('2026-12-02')
  await desk.margin.getByRole('button', { name: 'To several classes' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Earth Systems 7B', { exact: true }).check()
  await dialog.getByRole('button', { name: 'some weekdays later' }).click()
  await expect(dialog.getByLabel('Due date in Earth Systems 7B')).toHaveValue('2026-12-03')
  await expect(dialog.getByLabel('Due date in Earth Systems 7A')).toHaveValue('2026-12-02')
  await audit(page, { include: '[role=dialog]', rules: 'wcag' })
  await dialog.getByRole('button', { name: 'Put into 2 classes' }).click()
  await page.getByRole('columnheader', { name: /Tide table reading/ }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await expect(desk.margin.getByLabel('Change the copies in Earth Systems 7B too')).toBeChecked()
  await desk.margin.getByLabel('Points possible').fill('15')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Changed in 2 classes')).toBeVisible()
  await desk.openClass('Earth Systems 7B')
  const head = page.getByRole('columnheader', { name: 'Tide table reading, Investigations, due Dec 3, 15 points' })
  await expect(head).toBeVisible()
  // Undo, also from here and after the class was left, takes it from both.
  const undo = async () => {
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(dialog).toContainText('1 other class changes too')
    await dialog.getByRole('button', { name: 'Undo' }).click()
  }
  await undo()
  await expect(page.getByRole('columnheader', { name: /Tide table reading.* 10 points/ })).toBeVisible()
  await undo()
  await expect(page.getByRole('columnheader', { name: /Tide table/ })).toHaveCount(0)
})

test('a pattern is kept and begun from', async ({ desk, page }) => {
  await page.getByRole('columnheader', { name: /Delta model/ }).click()
  await desk.margin.getByRole('button', { name: 'Save as pattern' }).click()
  await expect(page.getByText('Delta model is a pattern now')).toBeVisible()
  await page.getByRole('button', { name: 'Add assignment' }).click()
  await desk.margin.getByRole('combobox', { name: 'From a pattern' }).click()
  await page.getByRole('option', { name: 'Delta model' }).click()
  await expect(desk.margin.getByLabel('Points possible')).toHaveValue('25')
  await expect(desk.margin.getByLabel('Weight in its category, ×')).toHaveValue('2')
  await desk.margin.getByRole('button', { name: 'Forget' }).click()
  await expect(desk.margin.getByRole('combobox', { name: 'From a pattern' })).toHaveCount(0)
})

test('points show levels by cut-offs; a date in a declared period asks first; parted copies go their own ways', async ({
  desk,
  page,
}) => {
  await page.getByRole('columnheader', { name: /^Delta model/ }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await desk.margin.getByRole('button', { name: 'from these percents' }).click()
  await desk.margin.getByLabel('Secure from, in percent').fill('70,5')
  await desk.margin.getByLabel('Growing from, in percent').fill('many')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(desk.margin.getByRole('alert').filter({ hasText: 'number' })).toBeVisible()
  await desk.margin.getByLabel('Growing from, in percent').fill('50')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await desk.saved()
  // Levels were given here for both standards: they stay, and no ring stands beside the points.
  await expect(desk.cell('Bekele, Dawit', 'Delta model')).toHaveText('17')
  await desk.view('Proficiency')
  await page.getByRole('columnheader', { name: /^ES\.2/ }).click()
  await desk.margin.getByRole('button', { name: 'Open its evidence' }).click()
  await desk.cell('Bekele, Dawit', 'ES.2 in Delta model').click()
  await page.keyboard.press('Delete')
  // 17 of 25 is 68 %: below 70.5.
  await expect(desk.cell('Bekele, Dawit', 'ES.2 in Delta model')).toHaveAccessibleName('2, Growing, from the points')
  await desk.view('Gradebook')
  await expect(desk.cell('Bekele, Dawit', 'Delta model')).toHaveAccessibleName('17, shows level 2, Growing')

  await page.getByRole('columnheader', { name: /^Delta model/ }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await desk.margin.getByLabel(/^Due/).fill('2026-10-20')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(desk.margin.getByRole('alert').filter({ hasText: 'Quarter 1 is declared' })).toBeVisible()
  await desk.margin.getByLabel(/^Due/).fill('2026-11-20')

  await desk.margin.getByRole('button', { name: 'Back' }).click()
  await page.getByRole('columnheader', { name: /^Core sample/ }).click()
  await desk.margin.getByRole('button', { name: 'To other classes' }).click()
  await page.getByRole('dialog').getByLabel('Tide Pool Ecology', { exact: true }).check()
  await page.getByRole('dialog').getByRole('button', { name: 'Put into 1 class' }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await desk.margin.getByRole('button', { name: 'Part it from them' }).click()
  await expect(desk.margin.getByLabel('Change the copies in Tide Pool Ecology too')).toHaveCount(0)
  await desk.margin.getByLabel('Points possible').fill('12')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Keep scores' }).click()
  await desk.saved()
  await desk.openClass('Tide Pool Ecology')
  await expect(page.getByRole('columnheader', { name: /^Core sample drawing.*10 points/ })).toBeVisible()
})

test('students stand by grade, a longer period shows all its work, and the record prints', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'View', exact: true }).click()
  await page.getByLabel('Order of the students').selectOption('slipping')
  await expect.poll(() => desk.names().then((names) => names[0])).toBe('Eze, Chidera')
  const grades = await page.locator('.sheet .body [data-result="period"]').allTextContents()
  const numbers = grades.map((each) => parseFloat(each.trim().split(' ').at(-2) ?? each))
  expect(numbers).toEqual(numbers.toSorted((a, b) => a - b))
  await page.getByLabel('Work of', { exact: true }).selectOption({ label: 'All of Semester 1' })
  await expect(page.getByRole('columnheader', { name: /^Layers in a jar/ })).toBeVisible()
  await expect(page.locator('.sheet .heads em').first()).toHaveText('Quarter 1')

  await page.getByRole('button', { name: 'Files' }).click()
  await page.getByRole('link', { name: 'Look at the record' }).click()
  await expect(page.getByRole('region', { name: 'The record' })).toBeVisible()
  await audit(page, { rules: 'wcag' })
  const text = textOf(await page.pdf({ landscape: true }))
  for (const words of ['Castellanos Ibarra, Inés', 'excused', 'Sediment lab report', 'Marram Point Middle School'])
    expect(text).toContain(words)
  expect(text).not.toContain('Find or do')
  expect(text).not.toContain('Asked on Monday')
})

test('many assignments are changed at once after the change was shown, and the way back is where one was', async ({
  desk,
  page,
}) => {
  await page.getByLabel('Category', { exact: true }).selectOption({ label: 'Field notes' })
  await page.getByRole('link', { name: 'List', exact: true }).click()
  for (const name of ['Field notes 5', 'Field notes 6']) await page.getByLabel(`Choose ${name}`).check()
  await desk.margin.getByLabel('What', { exact: true }).selectOption('move by days')
  await desk.margin.getByLabel(/^Days/).fill('x')
  await expect(desk.margin.getByText('Write a whole number of days.')).toBeVisible()
  await desk.margin.getByLabel(/^Days/).fill('1')
  const lines = desk.margin.getByRole('list', { name: 'Before and after' }).getByRole('listitem')
  await expect(lines).toHaveText([/Nov 24 → Nov 25, in Quarter 2/, /Dec 11 → Dec 14, in Quarter 2/])
  await audit(page, { rules: 'wcag' })
  await desk.margin.getByRole('button', { name: 'Change 2' }).click()
  await expect(page.getByRole('row', { name: /Field notes 5/ })).toContainText('Nov 25')
  await page.getByRole('button', { name: 'Undo' }).click()
  await desk.margin.getByLabel('What', { exact: true }).selectOption('families see it')
  await desk.margin.getByRole('combobox', { name: 'Families see it' }).click()
  await page.getByRole('option', { name: 'days before it' }).click()
  await desk.margin.getByLabel('days before').fill('2')
  await expect(lines.first()).toContainText('2 days before')
  await desk.margin.getByRole('button', { name: 'Change 2' }).click()
  for (const name of ['Field notes 5', 'Field notes 6']) await page.getByLabel(`Choose ${name}`).uncheck()
  await expect(desk.margin.getByText('Dec 9')).toBeVisible()
  await page.getByRole('link', { name: 'Back to the gradebook' }).click()
  await expect(page.getByLabel('Category', { exact: true })).toHaveValue(/./)
  await expect(page.getByRole('columnheader', { name: /Delta model/ })).toHaveCount(0)
})

test('a student’s page, and exactly what the family sees', async ({ desk, page }) => {
  await desk.cell('Achterberg, Rosalind', 'Check 5').click()
  await desk.margin.getByRole('link', { name: 'Rosalind Achterberg' }).click()
  await expect(page.getByRole('img', { name: /^Grade over time/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Core sample drawing/ })).toContainText('Labelled every layer')
  await audit(page, { rules: 'wcag' })
  await page.getByRole('button', { name: 'next', exact: true }).click()
  await expect(page.getByRole('heading', { level: 2, name: 'Dawit Bekele' })).toBeVisible()
  await page.keyboard.press('Alt+ArrowDown')
  await page.keyboard.press('Alt+ArrowDown')
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.getByRole('heading', { level: 2, name: 'Chidera Eze' })).toBeVisible()
  // The private note on what is missing is on the page, and never in what the family sees.
  await expect(page.getByText('Says it is at home. Asked on Monday.')).toBeVisible()
  await page.getByRole('button', { name: 'As the family sees it' }).click()
  const card = page.getByRole('region', { name: 'What the family sees' })
  await expect(card.getByRole('row', { name: /Delta model/ })).toContainText('missing')
  await expect(card).not.toContainText('Says it is at home')
  await expect(page.getByRole('region', { name: 'What the family does not see' })).toContainText(
    'The note on Delta model It is only for you.',
  )
  await audit(page, { rules: 'wcag' })

  // The way back leads to where the page was opened from, also after a step and a reload.
  await page.getByRole('link', { name: 'Back to the gradebook' }).click()
  await expect(desk.cell('Eze, Chidera', 'Check 5')).toBeVisible()
  await theDay(page).getByRole('link', { name: 'Today' }).click()
  await page.getByRole('region', { name: 'What else waits' }).getByRole('link', { name: 'Chidera Eze' }).first().click()
  await page.getByRole('button', { name: 'next', exact: true }).click()
  await expect(page.getByRole('heading', { level: 2, name: 'Chidera Eze' })).toHaveCount(0)
  await page.reload()
  await page.getByRole('link', { name: 'Back to Today' }).click()
  await expect(page.getByRole('heading', { name: 'To score' })).toBeVisible()
})

test('grades as of a day stand beside those of now', async ({ page, desk }) => {
  await page.getByRole('link', { name: 'History', exact: true }).click()
  await desk.margin.getByLabel('As of', { exact: true }).fill('2026-11-14')
  await desk.margin.getByLabel('As of', { exact: true }).press('Tab')
  await expect(desk.margin.getByText(/\d+ grades moved since/)).toBeVisible()
  await page.getByLabel('Student').selectOption({ label: 'Achterberg, Rosalind' })
  await expect(page.getByRole('listitem').filter({ hasText: /Dawit/ })).toHaveCount(0)
  await audit(page, { rules: 'wcag' })
})

test('the list has the sheet’s filters, edits in its place, says what a deletion takes along, and copies to other classes', async ({
  desk,
  page,
}) => {
  await page.getByLabel('Category', { exact: true }).selectOption({ label: 'Checks' })
  await page.getByRole('link', { name: 'List', exact: true }).click()
  const rows = page.getByRole('region', { name: 'Assignments' }).locator('tbody tr')
  await expect(rows).toHaveCount(2)
  // An edit, and back on the same list with the hands where they were.
  const name = page.getByRole('button', { name: 'Check 5, river systems', exact: true })
  await name.click()
  await desk.margin.getByLabel('Name', { exact: true }).fill('Check 5, rivers')
  await page.keyboard.press('Enter')
  await expect(rows.filter({ hasText: 'Check 5, rivers' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Check 5, rivers', exact: true })).toBeFocused()
  await expect(rows).toHaveCount(2)

  await page.getByLabel('Choose all').check()
  await desk.margin.getByLabel('What', { exact: true }).selectOption('copy to other classes')
  await desk.margin.getByRole('button', { name: 'Choose the classes' }).click()
  const dialog = page.getByRole('dialog', { name: 'To other classes' })
  await dialog.getByRole('checkbox', { name: 'Earth Systems 7C' }).check()
  await expect(dialog.getByRole('row', { name: /Earth Systems 7C/ })).toContainText('2 assignments; in Quarter 2')
  await dialog.getByRole('button', { name: 'Put into 1 class' }).click()
  await expect(page.getByText('2 assignments are in 1 class now.')).toBeVisible()

  await desk.margin.getByLabel('What', { exact: true }).selectOption('delete')
  await expect(desk.margin.getByText(/^\d+ scores will leave the grades with them/)).toBeVisible()
  await expect(desk.margin.getByRole('listitem').first()).toContainText(/deleted, and \d+ scores with it/)
  await desk.margin.getByRole('button', { name: 'Delete 2' }).click()
  await expect(rows).toHaveCount(0)
  await expect(page.getByText('None of the work is like that.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(rows).toHaveCount(2)

  await desk.openClass('Earth Systems 7C')
  await expect(page.getByRole('columnheader', { name: /^Check 5, rivers/ })).toHaveCount(1)
})

test('a blank sheet has the names, and all students print on pages in one file', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Files' }).click()
  await page.getByRole('link', { name: 'Blank sheet' }).click()
  await expect(page.getByRole('region', { name: 'A blank sheet' }).getByRole('rowheader')).toHaveCount(25)
  await page.getByRole('button', { name: 'work to score' }).click()
  await expect(page.getByRole('columnheader', { name: /of 20/ })).toBeVisible()
  await audit(page, { rules: 'wcag' })
  const blank = textOf(await page.pdf())
  expect(blank).toContain('Castellanos Ibarra, Inés')
  expect(blank).not.toContain('Find or do')

  await page.getByRole('link', { name: /^Back/ }).click()
  await desk.cell('Achterberg, Rosalind', 'Check 5').click()
  await desk.margin.getByRole('link', { name: 'Rosalind Achterberg' }).click()
  await page.getByRole('link', { name: 'All students on pages' }).click()
  const pages = page.getByRole('region', { name: 'A page for each student' })
  await expect(pages.getByRole('heading', { name: 'Wijaya' })).toBeVisible()
  const own = textOf(await page.pdf())
  expect(own.split('\f').length).toBeGreaterThanOrEqual(25)
  for (const words of ['Rosalind Achterberg', 'Tereza', 'Sediment lab report']) expect(own).toContain(words)
  expect(own).toContain('Not for families')
  // For families, what they may see and nothing else.
  await page.getByRole('button', { name: 'Family pages' }).click()
  await expect(pages.getByText('What the family does not see')).toHaveCount(0)
  await audit(page, { rules: 'wcag' })
  const families = textOf(await page.pdf())
  expect(families).toContain('Rosalind Achterberg')
  expect(families).toContain('For the family')
  for (const words of ['Asked on Monday', 'Not shown to the family', 'Not for families'])
    expect(families).not.toContain(words)

  // What is called for families is exactly that, and what has private notes says so.
  await page.goto(page.url().replace(/\/pages.*/, '/reports'))
  await page.getByRole('link', { name: 'A family page each' }).click()
  await expect(page.getByRole('button', { name: 'Family pages' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByText('Asked on Monday')).toHaveCount(0)
})
