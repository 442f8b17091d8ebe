import { auditScheme } from './audit'
import { Desk, expect, test, theDay } from './fixtures'
import { district } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { accounts, startProduct } from '../support/product'

for (const scheme of ['light', 'dark'] as const)
  test.describe(`in the ${scheme} scheme`, () => {
    test.use({ colorScheme: scheme })

    test('the sign-in', async ({ page, product }) => {
      await page.goto(`${product.url}/sign-in`)
      await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
      await auditScheme(page)
    })

    test('the comment bank, and both ways to close a term', async ({ desk, page }) => {
      await theDay(page).getByRole('link', { name: 'Comment bank' }).click()
      await expect(page.getByRole('cell', { name: 'G04', exact: true })).toBeVisible()
      await auditScheme(page)
      await page.getByRole('button', { name: 'New entry' }).click()
      await auditScheme(page)
      await page.keyboard.press('Escape')
      await desk.openClass('Earth Systems 7B')
      await desk.view('Close the term')
      await page.getByLabel('Remark for Barrientos, Hugo').click()
      await page.keyboard.press('Control+End')
      await page.keyboard.type(' /')
      await expect(page.getByRole('listbox', { name: 'Entries found' })).toBeVisible()
      await auditScheme(page)
      await page.keyboard.press('Escape')
      for (const name of ['Class statement', 'The same for many', 'Bring over']) {
        await page.getByRole('button', { name, exact: true }).click()
        await auditScheme(page)
        await page.keyboard.press('Escape')
      }
      await page.getByRole('button', { name: 'Look over', exact: true }).click()
      await expect(page.getByRole('grid', { name: 'Grades to look over' })).toBeVisible()
      await auditScheme(page)
      await desk.margin.getByRole('link', { name: 'All reports' }).click()
      await page.getByRole('link', { name: 'Grade list' }).click()
      await expect(page.getByRole('region', { name: 'Grade list' })).toBeVisible()
      await auditScheme(page)
    })

    test('Today, Exchange and its comparison', async ({ desk, page }) => {
      await expect(page.getByRole('heading', { name: 'Advisory 7' })).toBeVisible()
      await auditScheme(page)
      await page.getByRole('button', { name: 'Declare several' }).click()
      await auditScheme(page)
      await page.keyboard.press('Escape')
      await page.getByRole('link', { name: 'Past years' }).click()
      await expect(page.getByRole('heading', { name: '2025-26' })).toBeVisible()
      await auditScheme(page)
      await theDay(page).getByRole('link', { name: 'Exchange' }).click()
      await expect(page.getByRole('link', { name: 'Compare Advisory 7', exact: true })).toBeVisible()
      await auditScheme(page)
      await page.getByRole('link', { name: 'Compare Earth Systems 7C', exact: true }).click()
      await expect(page.getByRole('button', { name: /^Send/ })).toBeVisible()
      await auditScheme(page)
      const id = new URL(page.url()).pathname.split('/').at(-1)
      await page.getByRole('link', { name: /^Everything that is there now/ }).click()
      await expect(page.getByRole('heading', { name: 'Earth Systems 7C, in the district now' })).toBeVisible()
      await expect(page.getByRole('status').filter({ hasText: /things/ })).toBeVisible()
      await auditScheme(page)
      await page.goto(`${desk.url}/exchange/pull/${id}`)
      await page.getByRole('button', { name: 'It is this one' }).click()
      await page.getByText('Intake rules, 0').click()
      await page.getByRole('button', { name: 'Add a rule' }).click()
      await expect(page.getByRole('button', { name: /^Take in/ })).toBeVisible()
      await auditScheme(page)
      expect(desk.complaints).toEqual([])
    })

    test('the rooms of proficiency', async ({ desk, page }) => {
      await desk.openClass('Tide Pool Ecology')
      await desk.view('Proficiency')
      await desk.cell('Çelik, Osric', 'TL.1:').click()
      await auditScheme(page)
      await page.getByRole('columnheader', { name: /^TF\.1/ }).click()
      await auditScheme(page)
      await desk.margin.getByRole('button', { name: 'Open its evidence' }).click()
      await expect(page.getByRole('button', { name: 'All standards' })).toBeVisible()
      await auditScheme(page)
      const at = new URL(page.url())
      const base = at.pathname.replace('/proficiency', '')
      const standardId = at.searchParams.get('open')!
      for (const [path, shown] of [
        [`${base}/standard/${standardId}`, page.getByRole('heading', { name: 'TF.1' })],
        [`${base}/compare`, page.getByRole('heading', { name: 'What would be another level?' })],
        [`${base}/standards`, page.getByRole('heading', { name: 'Levels' })],
        [base.replace('/class/', '/round/') + `?standard=${standardId}`, page.getByText('Ashgrove, Kiran')],
        ['/habits', page.getByRole('grid', { name: 'Habits of Advisory 7' })],
      ] as const) {
        await page.goto(`${desk.url}${path}`)
        await expect(shown).toBeVisible()
        await auditScheme(page)
      }
      await page.goto(`${desk.url}${base}/standard/${standardId}`)
      await page.getByRole('link', { name: 'Kiran Ashgrove' }).click()
      await expect(page.getByRole('region', { name: 'Kiran Ashgrove' })).toBeVisible()
      await auditScheme(page)
      expect(desk.complaints).toEqual([])
    })

    test('the office’s exchange', async ({ page, product }) => {
      const office = new Desk(page, product.url)
      await office.sitDown(accounts.registrar)
      await page.goto(`${product.url}/exchange`)
      await expect(page.getByRole('row', { name: /Grade 3, room 4/ })).toBeVisible()
      await auditScheme(page)
      await page.getByRole('button', { name: 'Add a connection' }).click()
      await auditScheme(page)
    })

    test('the office’s report cards', async ({ page, product }) => {
      const office = new Desk(page, product.url)
      await office.sitDown(accounts.registrar)
      await theDay(page).getByRole('link', { name: 'Report cards' }).click()
      await expect(page.getByRole('article', { name: 'A sample card' })).toBeVisible()
      await page.getByRole('button', { name: 'Print report cards' }).click()
      await office.filed('Open the PDF')
      await auditScheme(page)
    })

    test('the office’s standards and levels', async ({ page, product }) => {
      const office = new Desk(page, product.url)
      await office.sitDown(accounts.registrar)
      await theDay(page).getByRole('link', { name: 'Standards and levels' }).click()
      await expect(page.getByRole('heading', { name: 'Proficiency scales' })).toBeVisible()
      await auditScheme(page)
      await page.getByRole('button', { name: 'Change Four levels', exact: true }).click()
      await auditScheme(page)
    })

    test('the views of a class', async ({ desk, page }) => {
      await desk.openClass('Earth Systems 7A')
      await expect(page.getByRole('grid')).toBeVisible()
      await auditScheme(page)
      await page.getByRole('button', { name: 'Add assignment' }).click()
      await auditScheme(page)
      for (const [view, shown] of [
        ['Proficiency', page.getByRole('grid', { name: 'Levels' })],
        ['Plan', page.getByRole('heading', { name: 'Categories' })],
        ['Close the term', page.getByLabel('Remark for Bekele, Dawit')],
      ] as const) {
        await desk.view(view)
        await expect(shown).toBeVisible()
        await auditScheme(page)
      }
      await page.getByRole('button', { name: 'Declare Quarter 2' }).click()
      await expect(page.getByRole('dialog')).toBeVisible()
      await auditScheme(page)
    })
  })

test('a class with no plan and no work teaches the first step', async ({ desk, page }) => {
  // A class of one's own, out of a file: it has students, and nothing else.
  await theDay(page).getByRole('link', { name: 'Exchange' }).click()
  const files = csvFiles(district(), '1.2')
  files['classes.csv'] = files['classes.csv']!.replaceAll('Tide Pool Ecology', 'Shore club')
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'own.zip', mimeType: 'application/zip', buffer: Buffer.from(zipOf(files)) })
  await expect(
    page.getByRole('table', { name: 'What the roster changed' }).getByRole('row', { name: /^Classes 6/ }),
  ).toBeVisible()
  await desk.openClass('Shore club')
  await expect(page.getByRole('heading', { name: 'First, a plan' })).toBeVisible()
  await page.getByRole('link', { name: 'Make a plan', exact: true }).click()
  await page.getByRole('button', { name: 'Add category' }).click()
  await expect(page.getByRole('button', { name: 'by category weights' })).toHaveAttribute('aria-pressed', 'true')
  await desk.view('Gradebook')
  await page.getByRole('button', { name: 'Add the first assignment' }).click()
  await desk.margin.getByLabel('Name', { exact: true }).fill('Shore walk')
  await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
  await expect(page.getByRole('columnheader', { name: /Shore walk/ })).toBeVisible()
  await desk.view('Proficiency')
  await expect(page.getByRole('heading', { name: 'No standards in this class yet' })).toBeVisible()
  await page.getByRole('link', { name: 'Standards of this class' }).click()
  await page.getByRole('button', { name: 'Add a standard' }).click()
  await page.getByLabel('Code', { exact: true }).fill('SW.1')
  await page.getByLabel('Statement', { exact: true }).fill('Walks a shore without a trace.')
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click()
  await page.getByRole('link', { name: 'Back to Proficiency' }).click()
  await expect(page.getByRole('columnheader', { name: /^SW\.1: Walks a shore/ })).toBeVisible()
})

test('a teacher sees only classes of their own, and a registrar none', async ({ page, product }) => {
  const other = new Desk(page, product.url)
  await other.signIn(accounts.other)
  await expect(page.getByRole('list', { name: 'Classes in the order of the day' }).getByRole('heading')).toHaveText([
    'Grade 3, room 4',
  ])
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  await other.signIn(accounts.registrar)
  await expect(page.getByRole('heading', { name: 'The district office' })).toBeVisible()
})

test('a wrong password is said, and a page that was asked for comes after the sign-in', async ({ page, product }) => {
  await page.goto(`${product.url}/exchange`)
  await page.getByLabel('E-mail').fill(accounts.teacher)
  await page.getByLabel('Password').fill('high tide')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'do not match' })).toBeVisible()
  await page.getByLabel('Password').fill(accounts.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Exchange' })).toBeVisible()
})

for (const [width, height] of [
  [1024, 768],
  [1920, 1080],
  [640, 400],
] as const)
  test(`nothing is cut off at ${width} wide`, async ({ desk, page }) => {
    await page.setViewportSize({ width, height })
    await desk.openClass('Earth Systems 7A')
    for (const view of ['Gradebook', 'Plan', 'Close the term']) {
      await desk.view(view)
      const overflow = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      expect([view, overflow]).toEqual([view, 0])
      await expect(page.getByRole('heading', { level: 1 })).toBeInViewport()
    }
  })

test('the demo’s sign-in offers its people by one click, and no other installation does', async ({ page, product }) => {
  await page.goto(`${product.url}/sign-in`)
  await expect(page.getByRole('button')).toHaveText(['Sign in'])
  const people = [{ who: 'Teacher', name: 'Marit', email: accounts.teacher, password: accounts.password }]
  const demo = await startProduct({
    settings: { NUXT_PUBLIC_DEMO: 'true', NUXT_PUBLIC_DEMO_PEOPLE: JSON.stringify(people) },
  })
  await page.goto(`${demo.url}/sign-in`)
  await page.getByRole('button', { name: 'Marit teacher' }).click()
  await expect(page.getByRole('heading', { name: 'To score' })).toBeVisible()
  await demo.stop()
})
