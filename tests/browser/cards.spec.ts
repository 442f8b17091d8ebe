import { unzipSync } from 'fflate'
import type { Page } from '@playwright/test'
import { accounts } from '../support/product'
import { Desk, expect, test, textOf, theDay } from './fixtures'
import { lookAtDialog } from './looks'

const until = (page: Page, name: string) => page.getByRole('button', { name }).focus()

test('the cards of a class are drawn while one goes on, as one file or one for each student', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  await desk.view('Close the term')
  const cards = textOf(await desk.printed())
  expect(cards).toContain('Marram Point Middle School')
  expect(cards).not.toContain('Asked on Monday')
  const list = page.getByRole('table', { name: 'Prints of today' })
  await expect(list.getByRole('row')).toHaveCount(1)
  await expect(list).toContainText('26 cards')

  // One each, begun by keyboard; the page is left and come back to.
  await page.getByRole('button', { name: 'one each, in a zip' }).click()
  await until(page, 'Print report cards')
  await page.keyboard.press('Enter')
  await desk.view('Gradebook')
  await desk.view('Close the term')
  await page.getByRole('link', { name: 'Report cards', exact: true }).click()
  const files = unzipSync(await desk.filed('Save the zip'))
  expect(Object.keys(files)).toHaveLength(26)
  expect(textOf(Buffer.from(files['Kowalczyk, Łucja.pdf']!))).toContain('Łucja Kowalczyk')

  // All classes that the teacher has with a student stand on one card.
  await page.getByRole('button', { name: 'one PDF' }).click()
  await page.getByRole('button', { name: 'all my classes on one card' }).click()
  await page.getByRole('button', { name: 'Print report cards' }).click()
  await expect(list.getByRole('row').first()).toContainText('All your classes, Quarter 2')
  const together = textOf(await desk.filed('Open the PDF'))
  expect(together).toContain('Mapmaking')
  expect(together).toContain('Earth Systems 7A')

  await list
    .getByRole('row')
    .first()
    .getByRole('button', { name: /^Remove/ })
    .click()
  await expect(list.getByRole('row')).toHaveCount(2)
  expect(desk.complaints).toEqual([])
})

test('the office lays the card out, sees it as it prints, and takes a change back', async ({ page, product }) => {
  const office = new Desk(page, product.url)
  await office.sitDown(accounts.registrar)
  await theDay(page).getByRole('link', { name: 'Report cards' }).click()
  const sample = page.getByRole('article', { name: 'A sample card' })
  await expect(sample).toContainText('Made of')

  await page.getByRole('checkbox', { name: 'What the grade is made of' }).focus()
  await page.keyboard.press('Space')
  await expect(sample).not.toContainText('Made of')
  await page.getByRole('button', { name: 'Español' }).click()
  await expect(sample).toContainText('Comentario')
  await page.getByRole('button', { name: 'Remark up' }).click()
  await page.getByLabel('Who signs').fill('Docente, Familia')
  await page.keyboard.press('Enter')
  await expect(sample).toContainText('Familia')
  await page.getByLabel('Lines for the remark').fill('99')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Type a number of lines from 2 to 24.')).toBeVisible()
  await page.keyboard.press('Escape')

  // One school has an address of its own.
  const whose = page.getByRole('combobox', { name: 'Whose head' })
  const look = async (school: string) => {
    await whose.click()
    await page.getByRole('option', { name: school }).click()
    await expect(page.getByRole('listbox')).toHaveCount(0)
  }
  await look('Lantern Hill Elementary')
  await expect(sample).toContainText('Lantern Hill Elementary')
  await page.getByLabel('Address under the school').fill('4 Quay Street, Brindle Bay')
  await page.keyboard.press('Enter')
  await expect(sample).toContainText('4 Quay Street')
  await look('All schools')
  await expect(sample).not.toContainText('4 Quay Street')

  // A picture is drawn anew; what is none is said, and changes nothing.
  const picture = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = 900
    canvas.getContext('2d')!.fillRect(100, 100, 500, 300)
    return canvas.toDataURL('image/png').split(',')[1]!
  })
  const choose = (name: string, mimeType: string, buffer: Buffer) =>
    page.locator('input[type=file]').setInputFiles({ name, mimeType, buffer })
  await choose('mark.png', 'image/png', Buffer.from('<svg onload="alert(1)">'))
  await expect(page.getByText('That is no picture that can be read.')).toBeVisible()
  await choose('mark.png', 'image/png', Buffer.from(picture, 'base64'))
  await expect(page.getByRole('img', { name: 'The mark as it prints' })).toBeVisible()
  await expect(page.getByText('That is no picture that can be read.')).toHaveCount(0)

  await look('Lantern Hill Elementary')
  await expect(page.getByText('as all schools', { exact: true })).toBeVisible()
  await expect(sample.locator('img')).toBeVisible()
  await look('All schools')

  await page.getByRole('combobox', { name: 'School', exact: true }).click()
  await page.getByRole('option', { name: 'Lantern Hill Elementary' }).click()
  await page.getByRole('button', { name: 'Print report cards' }).click()
  const cards = textOf(await office.filed('Open the PDF'))
  for (const words of ['Lantern Hill Elementary', '4 Quay Street', 'Comentario', 'Familia', 'noviembre de 2026'])
    expect(cards).toContain(words)

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('img', { name: 'The mark as it prints' })).toHaveCount(0)
  await expect(sample).toContainText('Familia')
  expect(office.complaints).toEqual([])
})

test('a grade that left its declaration stays so with a reason, and a further change speaks up again', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  await desk.view('Close the term')
  await page.getByRole('button', { name: 'Declare Quarter 2' }).click()
  await page.getByRole('button', { name: 'Declare it complete' }).click()
  const retype = async (points: string) => {
    await desk.view('Gradebook')
    await desk.cell('Eze, Chidera', 'Delta model').click()
    await desk.typeDown([points])
  }
  // Before a declared grade is moved it is asked, once in a sitting; what is left is as it was.
  await retype('20')
  const before = await desk.points('Eze, Chidera', 'Delta model')
  await expect(page.getByRole('dialog', { name: 'Quarter 2 is declared complete' })).toBeVisible()
  await lookAtDialog(page, 'frame/SealedDialog')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  expect(await desk.points('Eze, Chidera', 'Delta model')).toBe(before)
  // Hands that are faster than the question lose nothing, and answer nothing by accident.
  await retype('20')
  await page.keyboard.type('17')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Quarter 2 is declared complete' })).toBeVisible()
  await expect(page.getByText('Typed so far: 2 0 ↵ 1 7 ↵')).toBeVisible()
  await page.getByRole('button', { name: /^Change Quarter/ }).focus()
  await page.keyboard.press('Enter')
  await expect(desk.cell('Eze, Chidera', 'Delta model')).toHaveText('20')
  const all = await desk.names()
  await expect(desk.cell(all[all.indexOf('Eze, Chidera') + 1]!, 'Delta model')).toHaveText(/^17/)
  await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('role'))).toBe('gridcell')
  await page.keyboard.press('Control+z')
  await desk.view('Close the term')
  await expect(page.getByText('1 student no longer matches what was declared')).toBeVisible()
  const leave = page.getByRole('button', { name: /^Leave .* for Chidera Eze$/ })
  await leave.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('Agreed with the counsellor')
  await lookAtDialog(page, 'close/DriftList')
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it so' }).click()
  await expect(page.getByText('1 left so')).toBeVisible()
  await expect(page.getByText('left so: Agreed with the counsellor')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Look at Chidera Eze again' })).toBeVisible()
  await retype('5')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await desk.view('Close the term')
  await expect(leave).toBeVisible()
  await expect(page.getByText('1 left so')).toHaveCount(0)
})

test('a grade is incomplete until a day, on the card and for the family, and keeps being computed', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  await desk.view('Close the term')
  await page.getByRole('row', { name: /^Bekele, Dawit/ }).click()
  await desk.margin.getByRole('checkbox', { name: 'Incomplete, to be made good' }).check()
  await desk.margin.getByLabel('By', { exact: true }).fill('2027-01-15')
  await desk.margin.getByLabel('To the family, on the card').fill('The model is still to come.')
  const card = textOf(await desk.card())
  expect(card).toContain('Incomplete, to be made good by January 15, 2027')
  expect(card).toContain('The model is still to come.')
  expect(card).not.toContain('69.5')
  await desk.view('Gradebook')
  await page.getByRole('link', { name: 'Bekele, Dawit' }).first().click()
  await page.getByRole('button', { name: 'As the family sees it' }).click()
  await expect(page.getByText('incomplete, to be made good by Jan 15')).toBeVisible()
})

test('Today says how far each class is closed, and several are declared as one', async ({ desk, page }) => {
  const lines = page.getByRole('table', { name: 'Closing the term' })
  const earth = lines.getByRole('row', { name: /^Earth Systems 7A/ })
  await expect(earth).toContainText('to score')
  // The same counts as on the page itself.
  const remarks = (await earth.getByRole('link', { name: /^\d+ of \d+/ }).textContent())!.trim()
  await earth.getByRole('link', { name: /^\d+ of \d+/ }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Remarks written' })).toContainText(remarks)
  await page.goto(desk.url)
  await earth.getByRole('link', { name: '2 to look at', exact: true }).click()
  await expect(page.getByText('Otto Lindqvist has 88 of 5 in Field notes 5.')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'Loose ends' })).toContainText('2 to look at')
  await page.goto(desk.url)

  await page.getByRole('button', { name: 'Declare several' }).focus()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Declare several classes' })
  await expect(dialog.getByRole('row', { name: /Earth Systems 7A/ })).toContainText('to give')
  await lookAtDialog(page, 'today/DeclareSeveral')
  for (const name of ['Earth Systems 7A', 'Earth Systems 7B']) await dialog.getByRole('checkbox', { name }).check()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Declare several' })).toBeFocused()
  await page.keyboard.press('Enter')
  for (const name of ['Earth Systems 7A', 'Earth Systems 7B']) await dialog.getByRole('checkbox', { name }).check()
  await dialog.getByRole('button', { name: /^Declare 2 classes, \d+ cards$/ }).click()
  await expect(dialog).toHaveCount(0)
  await expect(earth).toContainText('complete')
  await expect(lines.getByRole('row', { name: /^Earth Systems 7B/ })).toContainText('complete')
  await expect(lines.getByRole('row', { name: /^Mapmaking/ })).not.toContainText('complete')
  await desk.openClass('Earth Systems 7B')
  await desk.view('Close the term')
  await expect(page.getByText('Quarter 2 is declared complete')).toBeVisible()
  expect(desk.complaints).toEqual([])
})

test('what is left of levels is a step of the closing, and opens exactly that', async ({ desk, page }) => {
  await desk.openClass('Tide Pool Ecology')
  await desk.view('Close the term')
  const step = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: 'Levels and habits' }) })
  const left = async () => Number(/(\d+) levels/.exec((await step.textContent())!)![1])
  const before = await left()
  await step.getByRole('link').click()
  const hatched = page.locator('.sheet [role=gridcell].hatched')
  await expect(hatched).toHaveCount(before)
  await hatched.first().click()
  await page.keyboard.type('3')
  await page.keyboard.press('Enter')
  await expect(hatched).toHaveCount(before - 1)
  // Whoever has no more to decide stays until the filter is chosen again.
  await page.getByRole('button', { name: 'to decide', pressed: true }).click()
  await expect(page.getByRole('columnheader', { name: /^TL\.3/ })).toBeVisible()
  await desk.view('Close the term')
  expect(await left()).toBe(before - 1)
})

test('after a declaration the next term opens, with the weights that the declared one had of its own', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  await desk.view('Plan')
  const give = page.getByRole('button', { name: /^Give .* weights of its own/ })
  await give.click()
  await page.getByLabel('Weight of Checks').fill('40')
  await page.getByLabel('Weight of Checks').press('Enter')
  await desk.view('Close the term')
  await page.getByRole('button', { name: 'Declare Quarter 2' }).click()
  // What the declaration keeps is read from the server; whoever has gone on to the next term by then stays there.
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await page.route(/\/api\/classes\/[^/]+$/, async (route) => {
    await held
    await route.continue()
  })
  const readAgain = page.waitForRequest(/\/api\/classes\/[^/]+$/)
  await page.getByRole('button', { name: 'Declare it complete' }).click()
  await page.getByRole('button', { name: 'Give them to Quarter 3 too' }).click()
  await page.getByRole('button', { name: 'Go on with Quarter 3' }).click()
  await expect(page.getByText('Begins Jan')).toBeVisible()
  const answered = (await readAgain).response()
  letGo()
  await (await answered)!.finished()
  await page.waitForTimeout(500)
  await expect(page.getByText('Begins Jan')).toBeVisible()
  await desk.view('Plan')
  await expect(page.getByLabel('Weight of Checks')).toHaveValue('40')
})
