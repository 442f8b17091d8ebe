import { accounts } from '../support/product'
import { Desk, expect, test, theDay } from './fixtures'

/** The second teacher at grade 3: five subjects in one sheet, half levels, the year to date. */
async function gradeThree(page: Desk['page'], url: string): Promise<Desk> {
  const desk = new Desk(page, url)
  await desk.sitDown(accounts.other)
  await desk.openClass('Grade 3, room 4')
  await desk.view('Proficiency')
  await expect(page.getByRole('grid', { name: 'Levels' })).toBeVisible()
  return desk
}
/** Opens the evidence of a standard by its head. */
async function openStandard(desk: Desk, code: string): Promise<void> {
  await desk.page.getByRole('columnheader', { name: new RegExp(`^${code.replace('.', '\\.')}:`) }).click()
  await desk.margin.getByRole('button', { name: 'Open its evidence' }).click()
}

test.describe('one sheet of all standards', () => {
  test('a column of one level by fill and then the exceptions, with half levels, by keyboard alone', async ({
    page,
    product,
  }) => {
    const desk = await gradeThree(page, product.url)
    // Nobody has evidence of it yet: nothing is asked, and Enter goes on.
    const cell = (name: string) => desk.cell(name, 'RD.5:')
    await page.getByLabel('Area', { exact: true }).selectOption({ label: 'RD' })
    await expect(page.getByRole('columnheader', { name: /^NU/ })).toHaveCount(0)
    await cell('Ashgrove, Tomasz').click()
    await page.keyboard.type('3')
    await page.keyboard.press('Enter')
    await expect(cell('Baptiste, Ravi')).toBeFocused()
    await page.keyboard.press('ArrowUp')
    for (let at = 0; at < 20; at++) await page.keyboard.press('Shift+ArrowDown')
    await page.keyboard.press('Control+d')
    await expect(cell('Ikeda, Gideon')).toHaveText('3')
    await cell('Çelik, Wren').click()
    await page.keyboard.type('2,5')
    await page.keyboard.press('Enter')
    await expect(cell('Çelik, Wren')).toHaveText('2.5')
    await page.keyboard.type('5')
    await page.keyboard.press('Enter')
    await expect(cell('Delacroix, Uma')).toHaveAccessibleName(/5, cannot be read: 5 is no level of this scale/)
    await desk.saved()
    // One level for all who have none, after it was shown who they are.
    const none = page.locator('.sheet .cell.hatched')
    const left = await none.count()
    await desk.cell('Ashgrove, Tomasz', 'RD.6:').click()
    await page.keyboard.press('f')
    await page.keyboard.press('2')
    await expect(page.getByRole('dialog').getByRole('row').first()).toContainText('2')
    await page.getByRole('button', { name: /^Fill \d+ cells?$/ }).click()
    await expect(desk.cell('Ashgrove, Tomasz', 'RD.6:')).toHaveText('2')
    await expect(desk.cell('Ashgrove, Tomasz', 'RD.6:')).toBeFocused()
    await expect.poll(() => none.count()).toBeLessThan(left)
    await page.keyboard.press('Control+z')
    await expect(none).toHaveCount(left)
    // The entry that couldn't be read is a step back too.
    await page.keyboard.press('Control+z')
    await expect(cell('Delacroix, Uma')).toHaveText('3')
    // One fill is one step back.
    await page.keyboard.press('Control+z')
    await expect(cell('Çelik, Wren')).toHaveText('3')
    await page.keyboard.press('Control+z')
    await expect(cell('Çelik, Wren')).toHaveText('')
    expect(desk.complaints).toEqual([])
  })

  test('areas fold, the address holds the view, and an area is the mean of its standards', async ({
    page,
    product,
  }) => {
    const desk = await gradeThree(page, product.url)
    await page.getByRole('button', { name: 'Fold areas' }).click()
    await expect(page.getByRole('columnheader', { name: /^RD\.1/ })).toHaveCount(0)
    await page.reload()
    await expect(page.getByRole('columnheader', { name: /^RD: Reading/ })).toBeVisible()
    await expect(page.getByRole('columnheader', { name: /^RD\.1/ })).toHaveCount(0)
    await desk.cell('Ashgrove, Tomasz', 'RD:').click()
    await expect(desk.margin.getByText(/^Mean of its standards: \d\.\d\d/)).toBeVisible()
    const parts = await desk.margin.locator('.evidence b').allTextContents()
    const shown = Number((await desk.margin.getByText(/^Mean of its standards/).textContent())!.match(/\d\.\d\d/)![0])
    const mean = parts.reduce((sum, each) => sum + Number(each), 0) / parts.length
    // The parts are shown to two places, and the mean is made of the exact ones.
    expect(Math.abs(shown - mean)).toBeLessThan(0.011)
  })

  test('a standard opens to its evidence by date, and closes to the same cell', async ({ page, product }) => {
    const desk = await gradeThree(page, product.url)
    await openStandard(desk, 'RD.1')
    await expect(page.getByRole('columnheader', { name: /^RD\.1 in A story in six pictures/ })).toBeVisible()
    await expect(page.getByRole('columnheader', { name: /^RD\.1 as it was seen on Nov 6/ })).toBeVisible()
    // The level of the period before stands beside this one's, and nothing is typed over it.
    await expect(page.getByRole('columnheader', { name: /^Q1/ })).toBeVisible()
    // What is typed here is the record that the gradebook has.
    const story = desk.cell('Baptiste, Ravi', 'RD.1 in A story in six pictures')
    await story.click()
    await page.keyboard.type('4')
    await page.keyboard.press('Enter')
    // The story is from Quarter 1, which is declared.
    await page.getByRole('button', { name: 'Change Quarter 1' }).click()
    await expect(story).toHaveText('4')
    await desk.cell('Baptiste, Ravi', 'RD.1 as it was seen on Nov 25').click()
    await page.keyboard.type('3.5')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'All standards' }).click()
    // Enter had gone down one row: the cell that is marked is of that student.
    await expect(desk.margin.getByRole('heading', { name: 'Wren Çelik' })).toBeVisible()
    await desk.cell('Baptiste, Ravi', 'RD.1:').click()
    await expect(desk.margin.getByText('Seen', { exact: true }).first()).toBeVisible()
    await desk.margin.getByRole('link', { name: 'A story in six pictures' }).click()
    await expect(
      page
        .getByRole('heading', { name: 'Levels of its standards' })
        .or(desk.margin.getByText('Levels of its standards')),
    ).toBeVisible()
    await expect(desk.margin.getByRole('button', { name: '4, Extending', exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
  })

  test('what is seen of one student is two keys', async ({ page, product }) => {
    const desk = await gradeThree(page, product.url)
    const cell = desk.cell('Fonoti, Fleur', 'SC.4:')
    await cell.click()
    await page.keyboard.press('o')
    await expect(desk.margin.getByRole('button', { name: '4, Extending, seen today' })).toBeFocused()
    await page.keyboard.press('2')
    await expect(cell).toBeFocused()
    await expect(desk.margin.getByRole('button', { name: '2, Growing, seen today' })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
    await desk.margin.getByLabel('What was seen, for you').fill('Pushed the boat twice')
    await desk.margin.getByLabel('What was seen, for you').press('Enter')
    await expect(cell).toBeFocused()
    await desk.saved()
    await page.reload()
    await cell.click()
    await expect(desk.margin.getByRole('listitem').filter({ hasText: 'Pushed the boat twice' })).toBeVisible()
  })
})

test('two ways of making levels are compared before the plan is changed', async ({ desk, page }) => {
  await desk.openClass('Tide Pool Ecology')
  await desk.view('Proficiency')
  const cell = desk.cell('Ashgrove, Kiran', 'TL.1:')
  await expect(cell).toHaveText('')
  await page.getByRole('link', { name: 'Compare', exact: true }).click()
  await page.getByRole('combobox', { name: 'From the evidence of' }).click()
  await page.getByRole('option', { name: 'the school year to date' }).click()
  await expect(page.getByText(/^\d+ levels of \d+ students$/)).toBeVisible()
  await expect(page.getByRole('row', { name: /Kiran Ashgrove TL\.1/ })).toContainText('0 pieces of evidence, then 2')
  await page.getByRole('link', { name: 'Back to Proficiency' }).click()
  await expect(cell).toHaveText('')
  await page.getByRole('link', { name: 'Compare', exact: true }).click()
  await page.getByRole('combobox', { name: 'From the evidence of' }).click()
  await page.getByRole('option', { name: 'the school year to date' }).click()
  await page.getByRole('button', { name: 'Make it the plan' }).click()
  await expect(page.getByText('Choose another method or window')).toBeVisible()
  await page.getByRole('link', { name: 'Back to Proficiency' }).click()
  await expect(cell).not.toHaveText('')
  await expect(page.getByText('Decaying, year to date')).toBeVisible()
  // What is not in view is asked about before it is taken back.
  await page.keyboard.press('Control+z')
  await page.getByRole('dialog').getByRole('button', { name: 'Undo' }).click()
  await desk.view('Proficiency')
  await expect(cell).toHaveText('')
})

test('a change of the plan says whose levels move', async ({ desk, page }) => {
  await desk.openClass('Mapmaking')
  await desk.view('Plan')
  await page.getByRole('combobox', { name: 'A level is' }).click()
  await page.getByRole('option', { name: 'the highest' }).click()
  await expect(desk.margin.getByText(/\d+ levels? of \d+ students? moved/)).toBeVisible()
  await desk.margin.getByRole('listitem').first().waitFor()
  await page.keyboard.press('Control+z')
  await expect(desk.margin.getByText(/levels? of \d+ students? moved/)).toHaveCount(0)
})

test('one standard across the class: who is not there yet, and work for them alone', async ({ desk, page }) => {
  await desk.openClass('Tide Pool Ecology')
  await desk.view('Proficiency')
  await page.getByRole('columnheader', { name: /^TF\.1:/ }).click()
  await desk.margin.getByRole('link', { name: 'Across the class' }).click()
  await expect(page.getByText(/students are below Secure/)).toBeVisible()
  const growing = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Growing', exact: true }) })
  const names = await growing.getByRole('link').allTextContents()
  expect(names.length).toBeGreaterThan(1)
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await growing.getByRole('button', { name: 'Copy the names' }).click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(names.map((each) => each.trim()).join('\n'))
  await growing.getByRole('button', { name: 'Work for them' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('columnheader', { name: /^TF\.1 again/ })).toBeVisible()
  const [given, family] = names[0]!.trim().split(' ') as [string, string]
  await expect(desk.cell(`${family}, ${given}`, 'TF.1 again')).not.toHaveAccessibleName(/excused/)
  const excused = page.locator('.sheet .cell.excused')
  await expect.poll(() => excused.count()).toBeGreaterThan(10)
  // The form that was opened with it closes first.
  await page.keyboard.press('Escape')
  await expect(desk.margin.getByRole('heading', { name: 'TF.1 again' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('columnheader', { name: /^TF\.1 again/ })).toHaveCount(0)
})

test('a teacher makes standards and a scale of their own, and the class takes them', async ({ desk, page }) => {
  await desk.openClass('Mapmaking')
  await desk.view('Proficiency')
  await page.getByRole('link', { name: 'Standards', exact: true }).click()
  await page.getByRole('button', { name: 'Add a standard' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(dialog).toContainText('Give the standard a code or a statement.')
  await dialog.getByLabel('Code', { exact: true }).fill('MX.1')
  await dialog.getByLabel('Statement', { exact: true }).fill('Draws from memory.')
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('row', { name: /MX\.1 Draws from memory/ })).toContainText('this class')
  await page.getByRole('button', { name: 'make one of my own from it' }).click()
  await dialog.getByLabel('Name', { exact: true }).fill('Three and a bit')
  await dialog.getByRole('button', { name: 'Take Starting away' }).click()
  await dialog.getByLabel('Half levels can be given').check()
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('Three and a bit', { exact: true })).toBeVisible()
  await desk.view('Proficiency')
  const cell = desk.cell('Barrientos, Idris', 'MX.1:')
  await cell.click()
  await page.keyboard.type('2.5')
  await page.keyboard.press('Enter')
  await expect(cell).toHaveAccessibleName(/^2\.5, between Growing and Secure/)
  await desk.saved()
  // Another class keeps the district's.
  await desk.openClass('Tide Pool Ecology')
  await desk.view('Proficiency')
  await desk.cell('Ashgrove, Kiran', 'TL.2:').click()
  await page.keyboard.type('2.5')
  await page.keyboard.press('Enter')
  await expect(desk.cell('Ashgrove, Kiran', 'TL.2:')).toHaveAccessibleName(/cannot be read/)
})

test('learning habits of all classes are given on one page, and a student of two classes is asked about twice', async ({
  desk,
  page,
}) => {
  await theDay(page).getByRole('link', { name: 'Learning habits' }).click()
  const advisory = page.getByRole('region', { name: 'Advisory 7' })
  const grid = page.getByRole('grid', { name: 'Habits of Advisory 7' })
  await expect(grid).toBeVisible()
  await expect(page.getByText(/students are in two of your classes/)).toBeVisible()
  const before = Number((await advisory.getByText(/habits to give/).textContent())!.split(' ')[0])
  const blank = grid.locator('.cell.hatched').first()
  await blank.click()
  await page.keyboard.type('3')
  await page.keyboard.press('Enter')
  await expect(advisory.getByText(`${before - 1} habits to give`)).toBeVisible()
  await desk.saved()
  await page.getByRole('button', { name: 'Quarter 1', exact: true }).click()
  await expect(advisory.getByText('all given')).toBeVisible()
  await page.getByRole('button', { name: 'Quarter 2', exact: true }).click()
  await page.keyboard.press('Control+z')
  await expect(advisory.getByText(`${before} habits to give`)).toBeVisible()
  expect(desk.complaints).toEqual([])
})
