import { accounts } from '../support/product'
import { audit } from './audit'
import { Desk, expect, test, theDay } from './fixtures'
import { lookAtDialog } from './looks'

test.describe('what belongs to the district', () => {
  const item = (identifier: string, humanCodingScheme: string, fullStatement: string) => ({
    ...{ identifier, humanCodingScheme, fullStatement },
    uri: `https://x.example/${identifier}`,
    lastChangeDateTime: '2026-08-01T00:00:00Z',
  })
  const child = (from: string, to: string, sequenceNumber: number) => ({
    ...{ identifier: `${from}-in-${to}`, uri: '', associationType: 'isChildOf', sequenceNumber },
    originNodeURI: { title: '', identifier: from, uri: '' },
    destinationNodeURI: { title: '', identifier: to, uri: '' },
    lastChangeDateTime: '2026-08-01T00:00:00Z',
  })
  const framework = (statements: [string, string][]) => ({
    CFDocument: {
      ...{ identifier: 'shore-doc', uri: 'https://x.example/doc', creator: 'Brindle Bay', title: 'Shore studies' },
      lastChangeDateTime: '2026-08-01T00:00:00Z',
    },
    CFItems: [
      item('shore-area', 'SH', 'Walking a shore'),
      ...statements.map(([id, words]) => item(`shore-${id}`, `SH.${id}`, words)),
    ],
    CFAssociations: [
      child('shore-area', 'shore-doc', 1),
      ...statements.map(([id], at) => child(`shore-${id}`, 'shore-area', at + 1)),
    ],
  })
  const choose = (page: Desk['page'], text: string) =>
    page
      .getByLabel('File of standards')
      .setInputFiles({ name: 'case.json', mimeType: 'application/json', buffer: Buffer.from(text) })

  test('another scale for every class is shown before it acts, and is taken back', async ({ page, product }) => {
    const office = new Desk(page, product.url)
    await office.sitDown(accounts.registrar)
    await theDay(page).getByRole('link', { name: 'Standards and levels' }).click()
    const kept = page.locator('input[name=of-classes]:checked')
    const before = await kept.getAttribute('aria-label')
    const other = page.locator('input[name=of-classes]:not(:checked)').first()
    const name = (await other.getAttribute('aria-label'))!
    const outlook = page.getByRole('dialog', { name: 'Before it acts in every class' })
    await other.click()
    await expect(outlook.getByText(/^[1-9]\d* levels in \d+ classes would be another/)).toBeVisible()
    await expect(outlook.getByRole('listitem').first()).toContainText(/Quarter \d: \d+ level/)
    await page.keyboard.press('Escape')
    await expect(outlook).toHaveCount(0)
    await expect(kept).toHaveAttribute('aria-label', before!)
    await expect(page.getByRole('radio', { name, exact: true })).toBeFocused()
    await page.getByRole('radio', { name, exact: true }).click()
    await outlook.getByRole('button', { name: 'Keep it' }).click()
    await expect(page.getByText('Kept. It acts in every class from now on.')).toBeVisible()
    await expect(kept).toHaveAttribute('aria-label', name)
    await audit(page)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByText('Taken back. Every class is as it was.')).toBeVisible()
    await expect(kept).toHaveAttribute('aria-label', before!)
    await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveCount(0)
  })

  test('standards come as CASE, are given to a course, are judged by, withdrawn by their owner, and go out again', async ({
    page,
    product,
    browser,
  }) => {
    const office = new Desk(page, product.url)
    await office.sitDown(accounts.registrar)
    await theDay(page).getByRole('link', { name: 'Standards and levels' }).click()
    await choose(page, '{"CFDocument": 3}')
    await expect(page.getByRole('alert').filter({ hasText: 'This is no CASE package' })).toContainText(
      'Nothing was changed',
    )
    await choose(
      page,
      JSON.stringify(
        framework([
          ['1', 'Leaves no trace.'],
          ['2', 'Reads the tide table.'],
        ]),
      ),
    )
    await expect(page.getByRole('dialog')).toContainText('4 standards new, 0 changed')
    await lookAtDialog(page, 'district/BringStandards')
    await page.getByRole('dialog').getByRole('button', { name: 'Bring it' }).click()
    await expect(page.getByText('Shore studies: 4 standards new')).toBeVisible()
    await page.getByLabel('Find a standard').fill('Walking a shore')
    await page.getByRole('button', { name: 'Courses taught by SH', exact: true }).click()
    await page.getByLabel('Tide Pool Ecology', { exact: true }).check()
    await expect(page.getByText('It acts in every class of the course')).toBeVisible()

    const there = await browser.newContext()
    const teacher = new Desk(await there.newPage(), product.url)
    await teacher.sitDown()
    await teacher.openClass('Tide Pool Ecology')
    await teacher.view('Proficiency')
    await teacher.cell('Ashgrove, Kiran', 'SH.2:').click()
    await teacher.page.keyboard.type('3')
    await teacher.page.keyboard.press('Enter')
    await teacher.page.keyboard.press('o')
    await teacher.page.keyboard.press('2')
    await teacher.saved()

    // The owner takes one away, and says another in other words.
    await choose(page, JSON.stringify(framework([['1', 'Leaves no trace at all.']])))
    await expect(page.getByRole('dialog')).toContainText('0 standards new, 1 changed, 1 withdrawn')
    await page.getByRole('dialog').getByRole('button', { name: 'Bring it' }).click()
    await expect(page.getByText('1 withdrawn.')).toBeVisible()
    await teacher.page.reload()
    await expect(teacher.page.getByRole('columnheader', { name: /^SH\.1: Leaves no trace at all/ })).toBeVisible()
    await expect(teacher.cell('Ashgrove, Kiran', 'SH.2:')).toHaveText('3')
    await teacher.cell('Ashgrove, Kiran', 'SH.2:').click()
    await expect(
      teacher.margin.getByText('The district took this standard away on Nov 25. Its evidence stays.'),
    ).toBeVisible()
    await teacher.view('Gradebook')
    await teacher.page.getByRole('button', { name: /loose end/ }).click()
    await expect(teacher.page.getByText(/There is evidence in Quarter 2 for SH\.2, which was withdrawn/)).toBeVisible()
    await there.close()

    await page.getByLabel('Find a standard').fill('Shore studies')
    const given = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Give Shore studies as CASE' }).click()
    const file = await (await given).createReadStream()
    const chunks: Buffer[] = []
    for await (const chunk of file) chunks.push(chunk as Buffer)
    const written = JSON.parse(Buffer.concat(chunks).toString('utf8')) as {
      CFItems: { identifier: string; statusEndDate?: string }[]
    }
    expect(written.CFItems.map((each) => each.identifier).toSorted()).toEqual(['shore-1', 'shore-2', 'shore-area'])
    expect(written.CFItems.find((each) => each.identifier === 'shore-2')!.statusEndDate).toBe('2026-11-25')
    expect(office.complaints).toEqual([])
  })

  test('standards are pulled from the district’s own system, after what differs was shown', async ({
    page,
    product,
  }) => {
    const office = new Desk(page, product.url)
    await office.sitDown(accounts.registrar)
    await theDay(page).getByRole('link', { name: 'Standards and levels' }).click()
    await page.getByRole('button', { name: 'Pull from the district' }).click()
    const dialog = page.getByRole('dialog', { name: 'Bring Standards of Brindle Bay' })
    await expect(dialog).toContainText('1 standard new, 1 changed, 1 withdrawn')
    await expect(dialog).toContainText('TF.8 Draws a shore from the water.')
    // What closes gives the keyboard back to what opened it.
    await page.keyboard.press('Escape')
    await expect(page.getByRole('button', { name: 'Pull from the district' })).toBeFocused()
    await page.keyboard.press('Enter')
    await dialog.getByRole('button', { name: 'Bring it' }).click()
    await expect(page.getByText('1 standard new, 1 changed, 1 withdrawn.')).toBeVisible()
    await page.getByRole('button', { name: 'Pull from the district' }).click()
    await expect(page.getByText('The district has nothing else than what is here.')).toBeVisible()
    await page.getByLabel('Find a standard').fill('MS.8')
    await expect(page.getByRole('row', { name: /^MS\.8/ })).toContainText('withdrawn Nov 25')
    expect(office.complaints).toEqual([])
  })

  test('a scale that is changed acts in all its classes at once, after what changes was shown', async ({
    page,
    product,
    browser,
  }) => {
    const office = new Desk(page, product.url)
    await office.sitDown(accounts.registrar)
    await theDay(page).getByRole('link', { name: 'Standards and levels' }).click()
    await page.getByRole('button', { name: 'Change Four levels', exact: true }).click()
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('7 classes judge by it')
    await dialog.getByLabel('Label of level 2').fill('Extending')
    await expect(dialog.getByRole('alert')).toContainText('There are two levels Extending')
    await dialog.getByLabel('Label of level 2').fill('Steady')
    await expect(dialog.getByRole('listitem').filter({ hasText: '3 Secure' })).toContainText('3 Steady')
    await dialog.getByRole('button', { name: 'Keep' }).click()
    await expect(page.getByText('Kept.', { exact: true })).toBeVisible()
    const there = await browser.newContext()
    const teacher = new Desk(await there.newPage(), product.url)
    await teacher.sitDown()
    for (const title of ['Earth Systems 7B', 'Mapmaking', 'Tide Pool Ecology']) {
      await teacher.openClass(title)
      await teacher.view('Proficiency')
      await expect(teacher.page.locator('.sheet .cell[aria-label^="3, Steady"]').first()).toBeVisible()
    }
    await there.close()
  })
})
