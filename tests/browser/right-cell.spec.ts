import type { Page } from '@playwright/test'
import { LAB } from './empty-column'
import { expect, test, theDay, type Desk } from './fixtures'
import { keptOf, movedOf, type Kept } from './kept-scores'

/** A typed value belongs to the cell in which it was typed, however the edit ends, and nothing typed disappears. */

const period = (page: Page, title: RegExp) => page.getByRole('button', { name: title }).first()
const editor = (page: Page) => page.locator('.sheet input.editor')
const openCells = (page: Page) => page.locator('.sheet .cells [role=gridcell]')

async function inQuarter1(desk: Desk, page: Page): Promise<void> {
  await period(page, /^Quarter 1/).click()
  await expect(page.getByText('Quarter 1 is declared complete').or(openCells(page).first()).first()).toBeVisible()
  await expect.poll(() => new URL(page.url()).searchParams.get('period')).not.toBeNull()
}

test.describe('with an open cell', () => {
  test('Back from an exam window leaves the score with its student and its exam', async ({ desk, page, product }) => {
    await desk.openClass('Earth Systems 7A')
    const { kept: before, idOf } = await keptOf(product, 'Earth Systems 7A')
    await period(page, /^Exam window, /).click()
    await expect.poll(() => new URL(page.url()).searchParams.get('period')).not.toBeNull()
    const columns = page.locator('.sheet [role=columnheader][data-head]')
    await expect(columns).toHaveCount(1)
    const exam = (await columns.first().getAttribute('aria-label'))!.split(',')[0]!
    const third = (await desk.names())[2]!
    await desk.cell(third, exam).click()
    await page.keyboard.type('7')
    await page.goBack()
    await expect(editor(page)).toBeHidden()
    await desk.saved()
    const now = movedOf(before, (await keptOf(product, 'Earth Systems 7A')).kept)
    expect(now).toEqual([[`${idOf(third.split(',')[0]!)} ${exam}`, '7']])
  })

  test('Back to a declared period changes nothing there', async ({ desk, page, product }) => {
    await desk.openClass('Earth Systems 7A')
    await inQuarter1(desk, page)
    await period(page, /^Quarter 2/).click()
    await expect(page.getByRole('columnheader', { name: new RegExp(`^${LAB}`) })).toBeVisible()
    const { kept: before, idOf } = await keptOf(product, 'Earth Systems 7A')
    await desk.cell('Bekele, Dawit', LAB).click()
    await page.keyboard.type('3')
    await page.goBack()
    await expect(page.getByRole('columnheader', { name: new RegExp(`^${LAB}`) })).toHaveCount(0)
    await desk.saved()
    expect(movedOf(before, (await keptOf(product, 'Earth Systems 7A')).kept)).toEqual([
      [`${idOf('Bekele')} ${LAB}`, '3'],
    ])
  })

  test('Back on the sheet of levels leaves the level in its period', async ({ desk, page, product }) => {
    await desk.openClass('Mapmaking')
    await desk.view('Proficiency')
    await inQuarter1(desk, page)
    await period(page, /^Quarter 2/).click()
    const level = desk.cell('Barrientos, Idris', 'MK.1:')
    await expect(level).toHaveText('2')
    const { kept: before, idOf } = await keptOf(product, 'Mapmaking')
    await level.click()
    await page.keyboard.type('4')
    await page.goBack()
    await expect(editor(page)).toBeHidden()
    await page.goForward()
    await expect(level).toHaveText('4')
    await desk.saved()
    const now = movedOf(before, (await keptOf(product, 'Mapmaking')).kept)
    expect(now).toEqual([[expect.stringContaining(`${idOf('Barrientos')} level `), '4']])
  })

  test('Back to another class saves the value in the class where it was typed', async ({ desk, page, product }) => {
    await desk.openClass('Earth Systems 7B')
    await expect(desk.cell('Barrientos, Hugo', LAB)).toBeVisible()
    await desk.openClass('Earth Systems 7A')
    await desk.cell('Bekele, Dawit', LAB).click()
    const [a, b] = [await keptOf(product, 'Earth Systems 7A'), await keptOf(product, 'Earth Systems 7B')]
    const there = a.idOf('Bekele')
    await page.keyboard.type('12')
    await page.goBack()
    await expect(page.getByRole('heading', { level: 1, name: 'Earth Systems 7B' })).toBeVisible()
    await desk.saved()
    expect(movedOf(a.kept, (await keptOf(product, 'Earth Systems 7A')).kept)).toEqual([[`${there} ${LAB}`, '12']])
    expect(movedOf(b.kept, (await keptOf(product, 'Earth Systems 7B')).kept)).toEqual([])
  })

  test('a reload saves what is typed, and what a crash left is offered in its cell', async ({
    desk,
    page,
    product,
  }) => {
    await desk.openClass('Earth Systems 7A')
    const cell = desk.cell('Bekele, Dawit', LAB)
    const { kept: before, idOf } = await keptOf(product, 'Earth Systems 7A')
    await cell.click()
    await page.keyboard.type('11')
    await page.reload()
    await expect(cell).toHaveText('11')
    await desk.saved()
    expect(movedOf(before, (await keptOf(product, 'Earth Systems 7A')).kept)).toEqual([
      [`${idOf('Bekele')} ${LAB}`, '11'],
    ])

    const next = desk.cell('Castellanos Ibarra, Inés', LAB)
    await next.click()
    await page.keyboard.type('1')
    await expect(editor(page)).toHaveValue('1')
    // A browser that crashes tells its page nothing: this is what it leaves behind.
    const left = await page.evaluate(() => JSON.stringify(sessionStorage))
    await page.keyboard.press('Escape')
    await page.evaluate((kept) => {
      for (const [key, value] of Object.entries(JSON.parse(kept) as Kept)) sessionStorage.setItem(key, value)
    }, left)
    await page.reload()
    await expect(next).toHaveAccessibleName(/1, cannot be read: 1 was typed when the page closed/)
    await next.click()
    await page.keyboard.press('F2')
    await expect(editor(page)).toHaveValue('1')
    await page.keyboard.type('4')
    await page.keyboard.press('Enter')
    await expect(next).toHaveText('4')
  })
})

test('news from another tab leaves what is being typed alone', async ({ desk, page, context }) => {
  await desk.openClass('Earth Systems 7A')
  const other = desk.beside(await context.newPage())
  await other.page.goto(page.url())
  const cell = desk.cell('Bekele, Dawit', LAB)
  await cell.click()
  await page.keyboard.type('1')
  // An entry that can't be read is told to every tab.
  const unread = other.cell('Castellanos Ibarra, Inés', LAB)
  await unread.click()
  await other.typeDown(['8q'])
  await expect(desk.cell('Castellanos Ibarra, Inés', LAB)).toHaveAccessibleName(/cannot be read/)
  await expect(editor(page)).toHaveValue('1')
  await expect(other.cell('Bekele, Dawit', LAB)).not.toHaveAccessibleName(/cannot be read/)
  await page.keyboard.type('4')
  await page.keyboard.press('Enter')
  await expect(cell).toHaveText('14')
})

test('at the end of a column Enter stops, says so, and takes no more until the selection moves', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7C')
  const names = await desk.names()
  const column = 'Check 6'
  await desk.cell(names[0]!, column).click()
  const stack = Array.from({ length: names.length + 3 }, (_, at) => String((at % 9) + 1))
  await desk.typeDown(stack)
  await expect(page.locator('#sheet-message')).toContainText('This is the end of the column')
  const last = desk.cell(names.at(-1)!, column)
  expect(await desk.points(names.at(-1)!, column)).toBeLessThan(10)
  const there = await last.textContent()
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  expect(await last.textContent()).toBe(there)
  // A click means it, also on the same cell.
  await last.click()
  await page.keyboard.type('2')
  await page.keyboard.press('Enter')
  await expect(last).toHaveText(/2/)
})

test('what is not one thing that we understand stays in its cell, and no part of it is taken', async ({
  desk,
  page,
  product,
}) => {
  await desk.openClass('Earth Systems 7A')
  const names = await desk.names()
  await desk.cell(names[0]!, LAB).click()
  const { kept: before } = await keptOf(product, 'Earth Systems 7A')
  const typed = ['-3', '1,000', 'abc', '½', '-', 'c', '8q']
  for (const each of typed) {
    // Not on every keyboard, and then what a key of another one sends.
    if (each === '½') await page.locator(':focus').dispatchEvent('keydown', { key: each })
    else await page.keyboard.type(each)
    await page.keyboard.press('Enter')
  }
  for (const [at, each] of typed.entries()) {
    const cell = desk.cell(names[at]!, LAB)
    if (each === '½') await expect(cell).toHaveText('0.5')
    else await expect(cell).toHaveAccessibleName(new RegExp(`^${each}, cannot be read: .{10,}`))
  }
  await desk.saved()
  const now = movedOf(before, (await keptOf(product, 'Earth Systems 7A')).kept)
  expect(now.map(([, value]) => value)).toEqual(['0.5'])
})

test('a stack of levels is never interrupted, and the reasons that are wanted wait in a list', async ({
  desk,
  page,
}) => {
  await desk.openClass('Mapmaking')
  await desk.view('Proficiency')
  const names = await desk.names()
  await desk.cell(names[0]!, 'MK.1:').click()
  const stack = names.map((_, at) => String((at % 4) + 1))
  for (const level of stack) {
    await page.keyboard.type(level, { delay: 10 })
    await page.keyboard.press('Enter')
  }
  for (const [at, name] of names.entries()) await expect(desk.cell(name, 'MK.1:')).toHaveText(stack[at]!)
  await page.getByRole('button', { name: /reasons? wanted/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Reasons' })
  const rows = await dialog.getByRole('table').locator('tbody tr').count()
  expect(rows).toBeGreaterThan(3)
  await dialog.getByLabel('Reason for all without one of their own').fill('Talked it through')
  await dialog.getByRole('table').getByRole('textbox').first().fill('Drew it again')
  await dialog.getByRole('button', { name: `Save ${rows} reasons` }).click()
  await expect(page.getByRole('button', { name: /reasons? wanted/ })).toHaveCount(0)
  await desk.saved()
})

test('a new assignment’s first blank cell is selected, in view, and the next stack goes there', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const names = await desk.names()
  await page.getByRole('button', { name: 'Add assignment' }).click()
  await desk.margin.getByLabel('Name', { exact: true }).fill('Harbor walk')
  await desk.margin.getByRole('combobox', { name: 'Category' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'Investigations' }).click()
  await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
  const cell = desk.cell(names[0]!, 'Harbor walk')
  await expect(cell).toBeFocused()
  await expect(cell).toBeInViewport()
  await desk.typeDown(['9', '8'])
  await expect(cell).toHaveText('9')
  await expect(desk.cell(names[1]!, 'Harbor walk')).toHaveText('8')
  // After it is deleted, its neighbor is selected.
  await page.getByRole('columnheader', { name: /^Harbor walk/ }).click()
  await desk.margin.getByRole('button', { name: 'Delete' }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Delete/ })
    .click()
  await expect(page.getByRole('columnheader', { name: /^Harbor walk/ })).toHaveCount(0)
  await expect(theDay(page)).toBeVisible()
  await expect(page.locator(':focus')).not.toHaveCount(0)
})

for (const { sheet, title, column, values } of [
  { sheet: 'Gradebook', title: 'Earth Systems 7A', column: '', values: ['8', '7', '9'] },
  { sheet: 'Proficiency', title: 'Mapmaking', column: 'MK.1:', values: ['3', '2', '4'] },
] as const)
  test(`a stack in a declared term is asked about once, at its first key, and goes on: ${sheet}`, async ({
    desk,
    page,
    product,
  }) => {
    await desk.openClass(title)
    if (sheet === 'Proficiency') await desk.view(sheet)
    await inQuarter1(desk, page)
    const { kept: before } = await keptOf(product, title)
    const names = await desk.names()
    const head = page.locator('.sheet .heads [data-head]').first()
    const under = column || (await head.getAttribute('aria-label'))!.split(',')[0]!
    await desk.cell(names[0]!, under).click()
    // Hands don't look up: all of it is typed before the answer.
    await desk.typeDown([...values])
    const question = page.getByRole('dialog', { name: 'Quarter 1 is declared complete' })
    await expect(question.getByText(/^Typed so far: \d ↵/)).toBeVisible()
    await question.getByRole('button', { name: 'Cancel' }).click()
    await expect(page.getByText('Left as declared. What you typed wasn’t saved.')).toBeVisible()
    await desk.saved()
    expect(movedOf(before, (await keptOf(product, title)).kept)).toEqual([])

    await desk.cell(names[0]!, under).click()
    await desk.typeDown([...values])
    await question.getByRole('button', { name: 'Change Quarter 1' }).click()
    for (const [at, value] of values.entries())
      await expect(desk.cell(names[at]!, under)).toHaveText(new RegExp(`^\\(?${value}`))
    // The hands are where they would be without the question, and it isn't asked again.
    await expect(desk.cell(names[3]!, under)).toBeFocused()
    await desk.typeDown([values[0]])
    await expect(question).toHaveCount(0)
    await desk.saved()
    const moved = movedOf(before, (await keptOf(product, title)).kept)
    expect(moved.every(([, value]) => (values as readonly string[]).includes(value!))).toBe(true)
    expect(moved.length).toBeGreaterThan(0)
  })

test('undo takes back the last entry here, and asks before it takes scores away in another class', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const names = await desk.names()
  await desk.addToBoth('Tide table')
  const dialog = page.getByRole('dialog')
  await expect(desk.cell(names[0]!, 'Tide table')).toBeFocused()
  await desk.openClass('Earth Systems 7B')
  const [inB] = await desk.names()
  await desk.cell(inB!, 'Tide table').click()
  await desk.typeDown(['9'])
  await desk.saved()

  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell(names[0]!, 'Tide table')
  await cell.click()
  await desk.typeDown(['abc'])
  await expect(cell).toHaveText('abc')
  // The entry that couldn't be read is the last thing done here.
  await page.keyboard.press('Control+z')
  await expect(page.getByText('Removed “abc”, which couldn’t be read.')).toBeVisible()
  await expect(cell).toHaveText('')
  await page.keyboard.press('Control+z')
  await expect(dialog).toContainText('1 other class changes too, with the scores there.')
  // The next Enter of a stack doesn't confirm it.
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(page.getByRole('columnheader', { name: /^Tide table/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /^Tide table/ })).toHaveCount(0)
})

test('a paste lists what has no place, reads a table out of HTML, and a mark is filled over the whole period', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const names = await desk.names()
  await desk.cell(names.at(-2)!, LAB).click()
  const paste = (types: Record<string, string>) =>
    page.evaluate((given) => {
      const clipboardData = new DataTransfer()
      for (const [type, text] of Object.entries(given)) clipboardData.setData(type, text)
      const event = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true })
      document.activeElement!.dispatchEvent(event)
    }, types)
  await paste({ 'text/plain': '7 8 9 6', 'text/html': '<table><tr><td>7<tr><td>8<tr><td>9<tr><td>6</table>' })
  const dialog = page.getByRole('dialog', { name: 'Paste' })
  await expect(dialog.getByRole('alert')).toHaveText('2 values didn’t fit: 9, 6.')
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 values didn’t fit: 9, 6.')).toBeVisible()
  await expect(desk.cell(names.at(-1)!, LAB)).toHaveText('8')

  const missing = page.locator('.sheet .cells [role=gridcell][aria-label*=missing]')
  const marked = await missing.count()
  expect(marked).toBeGreaterThan(1)
  await page.keyboard.press('f')
  const fill = page.getByRole('dialog', { name: 'Fill' })
  await fill.getByRole('button', { name: 'fill marked' }).click()
  await fill.getByRole('button', { name: 'all assignments shown' }).click()
  await fill.getByLabel('With, typed as in a cell').fill('0')
  await fill.getByLabel(/^Reason/).fill('Never handed in.')
  const rows = fill.getByRole('table', { name: 'Before and after' }).getByRole('row')
  expect(await rows.count()).toBeGreaterThan(1)
  const changed = await rows.count()
  await fill.getByRole('button', { name: `Change ${changed} cells` }).click()
  await expect(fill).toHaveCount(0)
  await expect(page.locator('.sheet .cells [role=gridcell][aria-label^="0, missing"]')).not.toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(missing).toHaveCount(marked)
})
