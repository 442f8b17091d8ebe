import { expect, test } from './fixtures'

/** Every cell of the sheet is selectable, computed ones too, and no key lands in another cell than the marked one. */
test.describe('computed cells', () => {
  test.beforeEach(async ({ desk }) => desk.openClass('Earth Systems 7A'))

  test('a click on a computed grade and digits begin an override there, and no score of anybody changes', async ({
    desk,
    page,
  }) => {
    const score = desk.cell('Bekele, Dawit', 'Core sample drawing')
    await score.click()
    const before = await score.textContent()
    const grade = desk.result('Gallardo, Mateo')
    await grade.click()
    await expect(grade).toBeFocused()
    await expect(desk.margin.getByRole('heading', { name: 'Mateo Gallardo' })).toBeVisible()
    await page.keyboard.type('91')
    await expect(desk.margin.getByRole('textbox', { name: 'Percent' })).toHaveValue('91')
    await page.keyboard.press('Enter')
    await expect(grade.locator('.pen')).toHaveText('91.0 A-')
    // The hands are back on the cell, and go on from there.
    await expect(grade).toBeFocused()
    await page.keyboard.press('ArrowDown')
    await expect(desk.result('Gunnarsdóttir, Freja').or(page.locator('[data-here]'))).toBeFocused()
    expect(await score.textContent()).toBe(before)
    await page.keyboard.press('Control+z')
    await expect(grade.locator('.pen')).not.toHaveText('91.0 A-')
  })

  test('a letter of the scale is an override too; what is neither says so and keeps the hands where they are', async ({
    desk,
    page,
  }) => {
    const grade = desk.result('Achterberg, Rosalind')
    await grade.click()
    await page.keyboard.type('B+')
    await page.keyboard.press('Enter')
    await expect(grade.locator('.pen')).toContainText('B+')
    await page.keyboard.press('Delete')
    await expect(grade.locator('.pen')).toHaveCount(0)
    await expect(page.locator('#sheet-message')).toContainText('the computed one stands')
    await page.keyboard.press('F2')
    const field = desk.margin.getByRole('textbox', { name: 'Percent' })
    await expect(field).toBeFocused()
    await field.fill('ninety')
    await page.keyboard.press('Enter')
    await expect(field).toBeFocused()
    await expect(desk.margin.getByRole('alert').filter({ hasText: /./ }).first()).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(grade).toBeFocused()
    // A mark means nothing there.
    await page.keyboard.press('x')
    await expect(page.locator('#sheet-message')).toContainText('Type a percent or a letter')
  })

  test('an override that was begun is kept by a click elsewhere, and is of the student it was begun for', async ({
    desk,
    page,
  }) => {
    const [first, second] = [desk.result('Gallardo, Mateo'), desk.result('Achterberg, Rosalind')]
    const before = await second.textContent()
    await first.click()
    await page.keyboard.type('9')
    await second.click()
    await expect(first.locator('.pen')).toHaveText('9.0 F')
    await expect(second).toBeFocused()
    expect(await second.textContent()).toBe(before)
  })

  test('arrows reach computed cells; a category says where its result comes from, and takes no digit', async ({
    desk,
    page,
  }) => {
    await desk.cell('Bekele, Dawit', 'Core sample drawing').click()
    await page.keyboard.press('Control+ArrowRight')
    const here = page.locator('[data-here]')
    await expect(here).toBeFocused()
    await expect(page.locator('.over.frame')).toBeHidden()
    for (let at = 0; at < 8; at++) {
      if ((await here.getAttribute('data-result')) === 'period') break
      await page.keyboard.press('ArrowLeft')
    }
    await page.keyboard.press('ArrowLeft')
    await expect(here).not.toHaveAttribute('data-result', 'period')
    const scores = await page.locator('.sheet .cell').allTextContents()
    await page.keyboard.type('7')
    await expect(page.locator('#sheet-message')).toContainText('computed from its scores')
    await page.keyboard.press('Control+v')
    await page.keyboard.press('Control+d')
    await page.keyboard.press('Delete')
    expect(await page.locator('.sheet .cell').allTextContents()).toEqual(scores)
    await page.keyboard.press('=')
    await expect(desk.margin.getByRole('heading', { name: 'Show work' })).toBeFocused()
    await page.keyboard.press('Escape')
    await expect(here).toBeFocused()
    // A block stays among the cells that are typed in.
    await page.keyboard.press('Shift+ArrowLeft')
    await expect(page.locator('.over.range')).toBeHidden()
  })

  test('a digit on a calculated level gives the teacher’s own, and its reason can wait; no evidence changes', async ({
    desk,
    page,
  }) => {
    await desk.view('Proficiency')
    const level = desk.cell('Bekele, Dawit', 'ES.1:')
    await level.click()
    await expect(level).toBeFocused()
    await expect(desk.margin.getByRole('heading', { name: 'Show work' })).toBeVisible()
    const calculated = (await level.textContent())!.trim()
    const own = calculated === '4' ? '3' : '4'
    const evidence = await desk.margin.getByRole('listitem').allTextContents()
    await page.keyboard.type('9')
    await page.keyboard.press('Enter')
    // What is no level stays in its cell, marked, and the hands go on.
    await expect(level).toHaveAccessibleName(/9, cannot be read: 9 is no level of this scale/)
    await page.keyboard.press('ArrowUp')
    await page.keyboard.type(own)
    await page.keyboard.press('Enter')
    // Nothing takes the keyboard in the middle of a stack: the hands have gone on to the next student.
    await expect(desk.cell('Castellanos Ibarra, Inés', 'ES.1:')).toBeFocused()
    await expect(page.getByRole('button', { name: /reasons? wanted/ })).toBeVisible()
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('n')
    await expect(desk.margin.getByLabel('Why, for the record')).toBeFocused()
    await expect(desk.margin.getByRole('heading', { name: 'Dawit Bekele' })).toBeVisible()
    await page.keyboard.type('Explained it at the board')
    await page.keyboard.press('Enter')
    await expect(level).toBeFocused()
    await expect(level).toHaveAttribute('data-was', calculated)
    await expect(level).toHaveText(own)
    await expect(level).toHaveClass(/\bown\b/)
    await desk.saved()
    await page.reload()
    await expect(level).toHaveText(own)
    await expect(level).toHaveClass(/\bown\b/)
    await level.click()
    await expect(desk.margin.getByLabel('Why, for the record')).toHaveValue('Explained it at the board')
    await expect(desk.margin.getByText('Marit Okafor-Lindgren')).toBeVisible()
    expect(await desk.margin.getByRole('listitem').allTextContents()).toEqual(evidence)
    await level.click()
    await page.keyboard.press('Delete')
    await expect(level).not.toHaveClass(/\bown\b/)
    await page.keyboard.press('Control+z')
    await expect(level).toHaveText(own)
    await expect(level).toHaveClass(/\bown\b/)
  })

  test('a level far from the evidence without a reason is a loose end that leads to its cell', async ({
    desk,
    page,
  }) => {
    await desk.openClass('Mapmaking')
    await desk.view('Proficiency')
    const level = desk.cell('Barrientos, Idris', 'MK.1:')
    await expect(level).toHaveText('2')
    await level.click()
    await page.keyboard.type('4')
    await page.keyboard.press('Enter')
    await expect(desk.cell('Çelik, Paloma', 'MK.1:')).toBeFocused()
    await desk.view('Gradebook')
    await page.getByRole('button', { name: /loose end/ }).click()
    const end = page.getByRole('listitem').filter({ hasText: 'You gave Idris Barrientos 4 for MK.1 in Quarter 2' })
    await end.getByRole('button', { name: 'Mend' }).click()
    const reason = desk.margin.getByLabel('Why, for the record')
    await reason.fill('Copied it from a neighbour')
    await reason.press('Enter')
    await expect(level).toHaveText('4')
    await expect(level).toHaveClass(/\bown\b/)
    await desk.view('Gradebook')
    await expect(page.getByText('You gave Idris Barrientos')).toHaveCount(0)
  })
})
