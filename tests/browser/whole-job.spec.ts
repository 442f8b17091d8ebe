import { district, overnight, withMoves } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { expect, test, textOf, theDay } from './fixtures'

interface Receipt {
  part: string
  id: string
  entity: {
    title?: string
    score?: number
    textScore?: string
    comment?: string
    student?: { sourcedId: string }
    metadata?: Record<string, string>
  } | null
}

test('a teacher does the whole job once through', async ({ desk, product, page }) => {
  const received = async () => (await (await fetch(`${product.standins}/sis/received`)).json()) as Receipt[]

  await test.step('Today shows the classes in the order of the day, each with what waits', async () => {
    await expect(page.getByRole('heading', { name: 'Wednesday, November 25' })).toBeVisible()
    const classes = page.getByRole('list', { name: 'Classes in the order of the day' })
    await expect(classes.getByRole('heading')).toHaveText([
      'Earth Systems 7A',
      'Earth Systems 7B',
      'Tide Pool Ecology',
      'Earth Systems 7C',
      'Mapmaking',
      'Advisory 7',
    ])
    await expect(classes.getByRole('link', { name: '4 to score', exact: true })).toBeVisible()
    await expect(classes.getByRole('link', { name: 'Levels alone', exact: true })).toHaveCount(1)
  })

  await test.step('classes come from the district over REST, and by hand as a OneRoster zip', async () => {
    await theDay(page).getByRole('link', { name: 'Exchange' }).click()
    await page.getByRole('button', { name: 'Pull my classes from the district' }).click()
    await expect(page.getByRole('table', { name: 'Who comes and goes' }).getByRole('row')).toHaveCount(2)
    await page.getByRole('button', { name: 'Keep these changes' }).click()
    const changed = page.getByRole('table', { name: 'What the roster changed' })
    await expect(changed.getByRole('row', { name: /^Students 1 0/ })).toBeVisible()
    await expect(changed.getByText('1 enrolment ended')).toBeVisible()

    const roster = overnight(withMoves(district()))
    const files = csvFiles(roster, '1.2')
    const choose = (name: string, texts: Record<string, string>) =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name, mimeType: 'application/zip', buffer: Buffer.from(zipOf(texts)) })
    await choose('broken.zip', { ...files, 'users.csv': files['users.csv']!.replace('Rosalind,Achterberg', ',') })
    await expect(page.getByRole('alert').filter({ hasText: 'users.csv, line 4, column givenName' })).toContainText(
      'Nothing was changed',
    )
    await expect(page.getByRole('cell', { name: 'A person needs a name.', exact: true })).toBeVisible()
    // A file is no proof of who teaches what: it makes classes of the teacher's own, beside the district's.
    await choose('good.zip', csvFiles(roster, '1.1'))
    await expect(changed.getByRole('row', { name: /^Classes 6 0 0/ })).toBeVisible()
    await choose('good.zip', csvFiles(roster, '1.2'))
    await expect(changed.getByRole('row', { name: /^Classes 0 0 6/ })).toBeVisible()
    const day = page.getByRole('navigation', { name: 'The day' })
    await expect(day.getByRole('link', { name: 'Earth Systems 7A' })).toHaveCount(2)
    // And what it did can be taken back.
    await page
      .getByRole('row', { name: /Roster imported/ })
      .filter({ hasText: 'classes new' })
      .getByRole('button', { name: 'Look' })
      .click()
    await page.getByRole('button', { name: 'Take this run back' }).click()
    await expect(page.getByText('Taken back, as far as')).toBeVisible()
    await expect(day.getByRole('link', { name: 'Earth Systems 7A' })).toHaveCount(1)
  })

  await test.step('an assignment is added, and scores typed down the column move every grade', async () => {
    await desk.openClass('Earth Systems 7A')
    await expect(page.getByRole('button', { name: 'Quarter 2', exact: true })).toHaveAttribute('aria-pressed', 'true')
    await page.getByRole('button', { name: 'Add assignment' }).click()
    await desk.margin.getByLabel('Name', { exact: true }).fill('Check 7, sediment')
    await expect(desk.margin.getByLabel('Short name')).toHaveValue('Check 7')
    await desk.margin.getByRole('combobox', { name: 'Category' }).click()
    await page.getByRole('listbox').getByRole('option', { name: 'Checks' }).click()
    await desk.margin.getByLabel('Due').fill('2026-11-25')
    await expect(page.getByText('In Quarter 2.')).toBeVisible()
    await desk.margin.getByLabel('Points possible').fill('2o')
    await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
    await expect(page.getByRole('alert').filter({ hasText: 'Write a number' })).toBeVisible()
    await desk.margin.getByLabel('Points possible').fill('20')
    for (const code of ['ES.1', 'ES.5']) await page.getByRole('checkbox', { name: code }).check()
    await desk.margin.getByRole('button', { name: 'Add assignment' }).click()

    await desk.cell('Achterberg, Rosalind', 'Check 7').click()
    // Rosalind: Investigations 87.14…, Checks 40/40 and now 14/20 = 54/60 = 90 %, Field notes 9/10: 45, 30, 25 of 100.
    await expect(desk.result('Achterberg, Rosalind')).toHaveText('91.7A-')
    const mean = page
      .getByRole('row', { name: /^Class mean/ })
      .locator('.result')
      .last()
    const before = await mean.textContent()
    await desk.typeDown(['14', '18', '12.5', '9', '20', '11'])
    await expect(desk.result('Achterberg, Rosalind')).toHaveText('88.7B+')
    await expect(mean).not.toHaveText(before!)
    await expect(desk.cell('Dubrovnik, Anya', 'Check 7')).toHaveText('20')
    await desk.saved()
    await page.reload()
    await expect(desk.cell('Castellanos Ibarra, Inés', 'Check 7')).toHaveText('9')
    await expect(desk.cell('Bekele, Dawit', 'Check 7')).toHaveText('12.5')
    await expect(desk.result('Achterberg, Rosalind')).toHaveText('88.7B+')
  })

  await test.step('a changed weight moves every grade', async () => {
    await desk.view('Plan')
    await expect(desk.margin.getByRole('row', { name: /Rosalind Achterberg/ })).toContainText('88.7')
    await page.getByLabel('Weight of Checks').fill('-4')
    await page.getByLabel('Weight of Checks').press('Enter')
    await expect(page.getByText('Write a number of 0 or more')).toBeVisible()
    await page.getByLabel('Weight of Checks').fill('40')
    await page.getByLabel('Weight of Checks').press('Enter')
    await page.getByRole('button', { name: 'Not in Quarter 1' }).click()
    await expect(page.getByText('not 100: each weight counts as its share of this')).toBeVisible()
    await page.getByLabel('Weight of Field notes').fill('15')
    await page.getByLabel('Weight of Field notes').press('Enter')
    await expect(page.getByText('Checks is 40 of 100, by points.')).toBeVisible()
    await expect(desk.margin.getByText(/\d+ grades moved, /)).toBeVisible()
    await page.getByRole('combobox', { name: 'A level is' }).click()
    await page.getByRole('option', { name: 'the most recent' }).click()
  })

  await test.step('levels are given on the two standards, and the latest is the calculated one', async () => {
    await desk.view('Proficiency')
    const open = async (code: string) => {
      await page.getByRole('columnheader', { name: new RegExp(`^${code}`) }).click()
      await desk.margin.getByRole('button', { name: 'Open its evidence' }).click()
    }
    const latest = (student: string, code: string) => desk.result(student, `standard-${code.toLowerCase()}`)
    await open('ES.1')
    await desk.cell('Achterberg, Rosalind', 'ES.1 in Check 7').click()
    await desk.typeDown(['4', '2', '7'])
    await expect(page.getByRole('status').filter({ hasText: '7 is no level of this scale' })).toBeVisible()
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('Delete')
    await expect(latest('Achterberg, Rosalind', 'ES.1')).toHaveText('4')
    await expect(latest('Amundsen, Solveig', 'ES.1')).toHaveText('2')
    await page.getByRole('button', { name: 'All standards' }).click()
    await open('ES.5')
    await desk.cell('Achterberg, Rosalind', 'ES.5 in Check 7').click()
    await desk.typeDown(['1'])
    await expect(latest('Achterberg, Rosalind', 'ES.5')).toHaveText('1')
    await page.getByRole('button', { name: 'All standards' }).click()
    await expect(desk.cell('Achterberg, Rosalind', 'ES.1:')).toHaveAccessibleName('4, Extending')
    await desk.saved()
  })

  await test.step('a push sends everything once, then nothing, then the one score that changed', async () => {
    await theDay(page).getByRole('link', { name: 'Exchange' }).click()
    await page.getByRole('link', { name: 'Compare Earth Systems 7A', exact: true }).click()
    await expect(page.getByRole('link', { name: 'Museum day write-up', exact: true })).toBeVisible()
    await page.getByRole('button', { name: /^Send \d+ things$/ }).click()
    await expect(page.getByRole('heading', { name: /\d+ sent, 1 refused/ })).toBeVisible({ timeout: 60_000 })
    await expect(page.getByRole('row', { name: /Field notes 5, Otto Lindqvist/ }).first()).toContainText('out of range')
    const first = await received()
    expect(first.filter((each) => each.part === 'categories').length).toBe(4)
    expect(first.find((each) => each.entity?.title === 'Check 7, sediment')).toBeTruthy()

    await page.getByRole('button', { name: 'Compare again', exact: true }).click()
    await expect(page.getByText('1 thing to send.')).toBeVisible()
    await desk.openClass('Earth Systems 7A')
    // What the district does not hold as it is has a ring; after a run that is nothing but what it refused.
    await expect(desk.cell('Achterberg, Rosalind', 'Core sample')).not.toHaveAccessibleName(/not yet sent/)
    await desk.cell('Lindqvist, Otto', 'Field notes 5').click()
    await desk.typeDown(['4'])
    await expect(desk.cell('Lindqvist, Otto', 'Field notes 5')).toHaveAccessibleName(/^4, not yet sent/)
    await desk.saved()
    await theDay(page).getByRole('link', { name: 'Exchange' }).click()
    await page.getByRole('link', { name: 'Compare Earth Systems 7A', exact: true }).click()
    await page.getByRole('button', { name: 'Send 1 thing' }).click()
    await expect(page.getByRole('heading', { name: '1 sent' })).toBeVisible()
    await page.getByRole('button', { name: 'Compare again', exact: true }).click()
    await expect(page.getByText('The district holds what is here. Nothing to send.')).toBeVisible()
    const last = (await received()).slice(first.length)
    expect(last.map((each) => [each.part, each.entity?.score])).toEqual([['results', 4]])
  })

  await test.step('a grade is overridden, a remark written, the quarter declared and sent', async () => {
    await desk.openClass('Earth Systems 7A')
    await desk.view('Close the term')
    await page.getByRole('row', { name: /^Bekele, Dawit/ }).click()
    await desk.margin.getByLabel('Percent').fill('72,5')
    await desk.margin.getByLabel('Percent').press('Enter')
    await expect(page.getByRole('combobox', { name: 'Letter' })).toHaveText('C-')
    await page.getByRole('combobox', { name: 'Letter' }).click()
    await page.getByRole('option', { name: 'C', exact: true }).click()
    await expect(desk.margin.getByLabel('Percent')).toHaveValue('75')
    await desk.margin.getByLabel('Why').fill('Explained the delta aloud')
    await desk.margin.getByLabel('To the family').fill('Shown in the spoken check.')
    await desk.margin.getByLabel(/Search the bank/).fill('sharp questions')
    await page.keyboard.press('Enter')
    await desk.margin.getByLabel(/Search the bank/).fill('N11')
    await page.keyboard.press('Enter')
    const remark =
      'Dawit asks sharp questions, and he listens to the answers. Next, he is ready to question his own evidence.'
    await expect(page.getByLabel('Remark for Bekele, Dawit')).toHaveValue(remark)
    const anya = page.getByLabel('Remark for Dubrovnik, Anya')
    await anya.fill('Anya is ready, and he knows it.')
    await expect(page.getByText('"he"? Anya is they')).toBeVisible()
    await anya.fill('')
    const wijaya = page.getByLabel('Remark for Wijaya')
    await wijaya.fill('Mateo came prepared every day.')
    await expect(page.getByText('Mateo is another student of this class')).toBeVisible()
    await wijaya.fill('')
    await desk.saved()
    await page.getByRole('button', { name: 'Declare Quarter 2' }).click()
    await page.getByRole('button', { name: 'Declare it complete' }).click()
    await expect(page.getByText('Quarter 2 is declared complete')).toBeVisible()
    await desk.saved()

    await theDay(page).getByRole('link', { name: 'Exchange' }).click()
    await page.getByRole('link', { name: 'Compare Earth Systems 7A', exact: true }).click()
    await page.getByRole('button', { name: /^Send \d+ things$/ }).click()
    await expect(page.getByRole('heading', { name: /^\d+ sent$/ })).toBeVisible({ timeout: 60_000 })
    const dawit = (await received())
      .filter((each) => each.entity?.student?.sourcedId === 'st-002' && each.entity.textScore)
      .at(-1)!
    expect(dawit.entity).toMatchObject({
      score: 75,
      textScore: 'C',
      comment: remark,
      metadata: { overridden: 'true', reason: 'Explained the delta aloud' },
    })
    await page.goto(product.standins)
    await expect(page.getByRole('row', { name: /Dawit Bekele, Quarter 2 grade: 75 C/ })).toBeVisible()
  })

  await test.step('report cards print for one student and for the class, with the override and the remark', async () => {
    await page.goto(desk.url)
    await desk.openClass('Earth Systems 7A')
    await desk.view('Close the term')
    await page.getByRole('row', { name: /^Bekele, Dawit/ }).click()
    const card = textOf(await desk.card())
    for (const words of [
      'Dawit Bekele',
      'Marram Point Middle School',
      '75.0',
      'Given by the teacher; the scores come to',
      'Shown in the spoken check.',
      'Dawit asks sharp questions',
      'Declared complete',
    ])
      expect(card).toContain(words)
    expect(card).not.toContain('Explained the delta')
    const cards = textOf(await desk.printed())
    for (const name of ['Rosalind Achterberg', 'Łucja Kowalczyk', 'An Nguyễn', 'Tereza Zábranská', 'Deniz Ünal'])
      expect(cards).toContain(name)
    expect(cards).not.toContain('Ask')
    expect(cards.split('\f').filter((text) => text.trim())).toHaveLength(27)
    await page.getByRole('link', { name: 'Close the term' }).click()
  })

  await test.step('a score that changes after the declaration is seen, and reopening asks why', async () => {
    await desk.view('Gradebook')
    await desk.cell('Eze, Chidera', 'Delta model').click()
    await desk.typeDown(['20'])
    await page.getByRole('button', { name: /^Change Quarter/ }).click()
    await desk.view('Close the term')
    await expect(page.getByText('1 student no longer matches what was declared')).toBeVisible()
    await page.getByRole('button', { name: 'Reopen' }).click()
    await expect(page.getByRole('button', { name: 'Reopen' }).last()).toBeDisabled()
    await page.getByLabel('Why, for the history').fill('The delta model came late')
    await page.getByRole('button', { name: 'Reopen' }).last().click()
    await expect(page.getByRole('button', { name: 'Declare Quarter 2' })).toBeVisible()
    await desk.saved()
  })
})
