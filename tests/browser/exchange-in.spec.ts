import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { expect, test } from './fixtures'

test('coursework comes in by a rule that was tried, is marked in the sheet, and a second look finds nothing', async ({
  desk,
  page,
  product,
}) => {
  await page.goto(`${product.url}/exchange`)
  await page.getByRole('link', { name: 'Take in from the classroom app, Earth Systems 7A' }).click()
  await expect(page.getByText(/of its \d+ students are in yours/).first()).toBeVisible()
  await expect(page.getByRole('radio').first()).toBeChecked()
  await page.getByRole('button', { name: 'It is this one' }).click()
  await expect(page.getByText(/things to take in/)).toBeVisible({ timeout: 30_000 })
  // A rule is tried on what is there before it is kept.
  await page.getByText('Intake rules, 0').click()
  await page.getByRole('button', { name: 'Add a rule' }).click()
  await expect(page.getByLabel('Topic of rule 1')).toBeFocused()
  await page.keyboard.type('Notices')
  await page.getByLabel('What rule 1 makes of it').selectOption('left out')
  await expect(page.getByRole('row', { name: /^Bring boots on Thursday/ }).first()).toContainText('left out')
  await page.getByRole('button', { name: 'Add a rule' }).click()
  await page.keyboard.type('Rivers and deltas')
  await page.getByLabel('What rule 2 makes of it').selectOption({ label: 'Investigations' })
  await page.getByLabel('Multiplier of rule 2').fill('x')
  await expect(page.getByRole('alert').filter({ hasText: 'a multiplier is a number above 0' })).toBeVisible()
  await page.getByLabel('Multiplier of rule 2').fill('1.5')
  await expect(page.getByRole('row', { name: /^Reading the river gauge/ }).first()).toContainText(
    'Investigations, times 1.5',
  )
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByText('Intake rules, 2')).toBeVisible()
  const boots = page.getByRole('region', { name: 'Comparison' }).getByText('Bring boots on Thursday')
  await expect(page.getByRole('button', { name: /^Take in \d+ things$/ })).toBeVisible({ timeout: 30_000 })
  await expect(boots).toHaveCount(0)
  await page.getByRole('button', { name: /^Take in \d+ things$/ }).click()
  await expect(page.getByRole('heading', { name: /^\d+ taken over$/ })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Compare again' }).click()
  await expect(page.getByText('Everything is here as it is there.')).toBeVisible({ timeout: 30_000 })

  await desk.openClass('Earth Systems 7A')
  const head = page.getByRole('columnheader', { name: /^Delta in a tray.*from the classroom app/ })
  await head.click()
  await expect(desk.margin.getByText(/From the classroom app/)).toBeVisible()
  const [there] = await Promise.all([
    page.context().waitForEvent('page'),
    desk.margin.getByRole('link', { name: 'open it there' }).click(),
  ])
  await expect(there.getByRole('heading', { name: 'Delta in a tray, photo and caption' })).toBeVisible()
  await there.close()
  // It is one act, and taken back like any other.
  await expect(page.getByRole('button', { name: /Undo/ })).toBeEnabled()
})

test('a student who moved is said by name, is in the other class then, and no score is lost', async ({
  desk,
  page,
  product,
}) => {
  const entities = async <T>(collection: string) =>
    (await (await fetch(`${product.standins}/sis/held/${collection}`)).json()) as T[]
  interface Enrolment {
    user: { sourcedId: string }
    class: { sourcedId: string }
    role: string
    endDate?: string
  }
  const place = (await entities<Enrolment>('enrollments')).filter(
    (each) => each.role === 'student' && each.class.sourcedId === 'es7a' && !each.endDate,
  )[5]!
  const users = await entities<{ sourcedId: string; givenName: string; familyName: string }>('users')
  const { givenName, familyName } = users.find((each) => each.sourcedId === place.user.sourcedId)!
  await fetch(`${product.standins}/sis/happen`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ what: 'move', student: place.user.sourcedId, from: 'es7a', to: 'es7b', on: '2026-11-25' }),
  })
  await page.goto(`${product.url}/exchange`)
  await page.getByRole('button', { name: 'Pull my classes from the district' }).click()
  const row = page
    .getByRole('table', { name: 'Who comes and goes' })
    .getByRole('row', { name: `${givenName} ${familyName}` })
  await expect(row).toContainText('moves from Earth Systems 7A to Earth Systems 7B')
  await expect(row).toContainText(/\d+ scores in Earth Systems 7A stay; the new class offers to bring them over/)
  await page.getByRole('button', { name: 'Keep these changes' }).click()
  await expect(page.getByRole('table', { name: 'What the roster changed' })).toBeVisible()
  await desk.openClass('Earth Systems 7B')
  await expect(page.getByRole('rowheader', { name: new RegExp(familyName) })).toBeVisible()
  await desk.openClass('Earth Systems 7A')
  await expect(page.getByRole('rowheader', { name: new RegExp(`${familyName}.*left`) })).toBeVisible()
})

test('a class goes out as files and comes back without a difference; one that was changed is decided', async ({
  desk,
  page,
  product,
}) => {
  await desk.openClass('Earth Systems 7A')
  const classId = new URL(page.url()).pathname.split('/').at(-1)!
  const zip = await (await page.request.get(`${product.url}/api/classes/${classId}/oneroster?version=1.2`)).body()
  await page.goto(`${product.url}/exchange/pull/${classId}`)
  const read = (buffer: Buffer) =>
    page
      .getByLabel('OneRoster zip of a gradebook')
      .setInputFiles({ name: 'class.zip', mimeType: 'application/zip', buffer })
  await read(zip)
  await expect(page.getByText('Everything is here as it is there.')).toBeVisible({ timeout: 30_000 })
  await read(Buffer.from('no zip at all'))
  await expect(page.getByRole('alert').filter({ hasText: 'zip' })).toBeVisible()

  const files = unzipSync(zip)
  const text = strFromU8(files['lineItems.csv']!)
  const title = text
    .split('\r\n')
    .find((line) => line.includes(',2026-11-1'))!
    .split(',')[3]!
  const changed = { ...files, 'lineItems.csv': strToU8(text.replace(title, `${title} again`)) }
  await read(Buffer.from(zipSync(changed)))
  await expect(page.getByRole('heading', { name: 'Changed on both sides, 1' })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: `Theirs: ${title}` }).click()
  await page.getByRole('button', { name: 'Take in 1 thing' }).click()
  await expect(page.getByRole('heading', { name: '1 taken over' })).toBeVisible({ timeout: 30_000 })
  await desk.openClass('Earth Systems 7A')
  await expect(page.getByRole('columnheader', { name: new RegExp(`^${title} again`) })).toHaveCount(1)
  // It is the class's own, as before: nothing of the classroom app's.
  await expect(
    page.getByRole('columnheader', { name: new RegExp(`^${title} again.*from the classroom app`) }),
  ).toHaveCount(0)
})
