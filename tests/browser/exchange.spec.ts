import { accounts } from '../support/product'
import { audit } from './audit'
import { Desk, expect, test } from './fixtures'
import { lookAtDialog } from './looks'

const changedThere = (standins: string, id: string, fields: object) =>
  fetch(`${standins}/sis/changed-there`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ part: 'results', id, fields }),
  })
const misbehave = (standins: string, faults: object) =>
  fetch(`${standins}/sis/faults`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(faults),
  })
interface Received {
  part: string
  id: string
  entity: { score?: number } | null
}
const received = async (standins: string) => (await (await fetch(`${standins}/sis/received`)).json()) as Received[]

/** Sends all of a class; the demo's has one score that the district refuses. */
async function sendAll(desk: Desk, title: string): Promise<string> {
  const { page } = desk
  await page.goto(`${desk.url}/exchange`)
  await page.getByRole('link', { name: `Compare ${title}` }).click()
  await page.getByRole('button', { name: /^Send \d+ things$/ }).click()
  await expect(page.getByRole('heading', { name: /^\d+ sent/ })).toBeVisible({ timeout: 60_000 })
  return new URL(page.url()).pathname.split('/').at(-1)!
}
/** Types a score where a result of the district's belongs. */
async function typeScore(desk: Desk, classId: string, id: string, score: string): Promise<void> {
  const [student, assignment] = id.split('.')
  await desk.page.goto(`${desk.url}/class/${classId}?student=${student}&assignment=${assignment}`)
  const marked = desk.page.locator('.sheet .cell[tabindex="0"]')
  await expect(marked).toBeFocused()
  const cell = (await marked.elementHandle())!
  await desk.page.keyboard.type(score)
  await desk.page.keyboard.press('Enter')
  // The oldest work is of a term that is declared: then it is asked first.
  const anyway = desk.page.getByRole('button', { name: /^Change Quarter/ })
  await expect.poll(async () => (await anyway.isVisible()) || (await cell.textContent())?.includes(score)).toBe(true)
  if (await anyway.isVisible()) await anyway.click()
  await desk.saved()
}

test('what changed on both sides is decided one by one, and what changed there is taken over', async ({
  desk,
  page,
  product,
}) => {
  const classId = await sendAll(desk, 'Earth Systems 7A')
  const scores = (await received(product.standins)).filter(
    (each) => each.part === 'results' && each.entity?.score === 8,
  )
  const [both, there] = scores as [Received, Received]
  await changedThere(product.standins, both.id, { score: 9 })
  await changedThere(product.standins, there.id, { score: 7, comment: 'Redone at the office' })
  await typeScore(desk, classId, both.id, '6')

  await page.goto(`${product.url}/exchange/${classId}`)
  await expect(page.getByRole('heading', { name: 'Changed on both sides, 1' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Changed there, 1' })).toBeVisible()
  // Both sides say when, and here who.
  const held = page
    .getByRole('row')
    .filter({ has: page.getByRole('button', { name: /^Mine: / }) })
    .first()
  await expect(held.getByText(/^[A-Z][a-z]{2} \d+, \d\d:\d\d$/)).toHaveCount(1)
  await expect(held.getByText(/\d\d:\d\d, Marit Okafor-Lindgren$/)).toHaveCount(1)
  const mine = page.getByRole('button', { name: /^Mine: / }).first()
  await mine.focus()
  await page.keyboard.press('Enter')
  await expect(mine).toHaveAttribute('aria-pressed', 'true')
  await expect(mine).toBeFocused()
  await page.getByRole('button', { name: /^Send \d things?, take over 1$/ }).click()
  await expect(page.getByRole('heading', { name: /sent, 1 taken over/ })).toBeVisible({ timeout: 30_000 })
  expect((await received(product.standins)).filter((each) => each.id === both.id).at(-1)!.entity!.score).toBe(6)

  const [student, assignment] = there.id.split('.')
  await page.goto(`${product.url}/class/${classId}?student=${student}&assignment=${assignment}`)
  await expect(page.locator('.sheet .cell[tabindex="0"]')).toHaveText(/^7/)
  await expect(desk.margin.getByRole('textbox', { name: /note/i })).toHaveValue('Redone at the office')
})

test('a score with the diamond is decided in the sheet, one side or the other', async ({ desk, page, product }) => {
  const classId = await sendAll(desk, 'Earth Systems 7A')
  const scores = (await received(product.standins)).filter(
    (each) => each.part === 'results' && each.entity?.score === 8,
  )
  const [first, second] = scores as [Received, Received]
  for (const [each, typed] of [
    [first, '5'],
    [second, '6'],
  ] as const) {
    await changedThere(product.standins, each.id, { score: 9 })
    await typeScore(desk, classId, each.id, typed)
  }
  // A run that sends something else finds them, and holds them.
  await typeScore(desk, classId, (scores as Received[])[2]!.id, '7')
  await page.goto(`${product.url}/exchange/${classId}`)
  await page.getByRole('button', { name: /^Send \d things?$/ }).click()
  await expect(page.getByRole('heading', { name: /2 held for your decision/ })).toBeVisible({ timeout: 30_000 })

  const decide = async (each: Received, name: string) => {
    const [student, assignment] = each.id.split('.')
    await page.goto(`${product.url}/class/${classId}?student=${student}&assignment=${assignment}`)
    await expect(desk.margin.getByText(/The district has 9; before, both had 8/)).toBeVisible()
    await desk.margin.getByRole('button', { name }).click()
    await expect(page.locator('.sheet .cell[tabindex="0"]')).toBeFocused()
    await expect(desk.margin.getByText(/The district has/)).toHaveCount(0)
  }
  await decide(first, 'Take theirs')
  await expect(page.locator('.sheet .cell[tabindex="0"]')).toHaveText(/^9/)
  await decide(second, 'Send mine')
  await expect
    .poll(async () => (await received(product.standins)).filter((each) => each.id === second.id).at(-1)!.entity!.score)
    .toBe(6)
  await page.goto(`${product.url}/exchange`)
  await expect(page.getByRole('row', { name: /^1 Earth Systems 7A/ })).not.toContainText('to decide')
})

test('what the district refuses says why, leads to its cell, and is sent when it is mended', async ({ desk, page }) => {
  await sendAll(desk, 'Earth Systems 7A')
  await expect(page.getByText(/out of range: more than twice the maximum/)).toBeVisible()
  const title = await page
    .getByRole('row', { name: /out of range/ })
    .getByRole('link')
    .textContent()
  await page
    .getByRole('row', { name: /out of range/ })
    .getByRole('link')
    .click()
  await expect(page.locator('.sheet .cell[tabindex="0"]')).toBeFocused()
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  await desk.saved()
  await page.goto(`${desk.url}/exchange`)
  const row = page.getByRole('row', { name: /Earth Systems 7A/ })
  await expect(row.getByRole('link', { name: '1 refused' })).toBeVisible()
  await row.getByRole('link', { name: 'Compare Earth Systems 7A' }).click()
  await expect(page.getByRole('row', { name: new RegExp(title!.trim()) })).toBeVisible()
  await page.getByRole('button', { name: 'Send 1 thing' }).click()
  await expect(page.getByRole('heading', { name: '1 sent' })).toBeVisible({ timeout: 30_000 })
  // Everything is there now as it is here, but what cannot be sent.
  await page.getByRole('link', { name: /^Everything that is there now/ }).click()
  await page.getByLabel('Alike or not').selectOption('different')
  await expect(page.getByText('Nothing is called so.')).toBeVisible()
  await page.getByLabel('Alike or not').selectOption('all')
  await page.getByLabel('Find a student or assignment').fill('Lindqvist')
  await expect(page.getByRole('row', { name: /Field notes 5, Otto Lindqvist/ })).toContainText('alike')
})

test('a run goes on behind a page that is left, and behind a server that ends', async ({
  mine: desk,
  page,
  product,
}) => {
  await misbehave(product.standins, { slow: 25 })
  await page.goto(`${product.url}/exchange`)
  await page.getByRole('link', { name: 'Compare Earth Systems 7B' }).click()
  await page.getByRole('button', { name: /^Send \d+ things$/ }).click()
  await expect(page.getByRole('heading', { name: /^Sending, [1-9]\d* of/ })).toBeVisible({ timeout: 30_000 })
  const address = page.url()
  await page.goto(product.url)
  await product.kill()
  await product.start()
  await misbehave(product.standins, {})
  await page.goto(address)
  await expect(page.getByRole('heading', { name: /^\d+ sent$/ })).toBeVisible({ timeout: 60_000 })
  const arrivals = await received(product.standins)
  expect(new Set(arrivals.map((each) => each.id)).size).toBe(arrivals.length)
  expect(desk.complaints.filter((each) => !/EventSource|fetch|NetworkError/i.test(each))).toEqual([])
})

test('the office adds a connection, sees what works, and never sees its key again', async ({ page, product }) => {
  const desk = new Desk(page, product.url)
  await desk.sitDown(accounts.registrar)
  await page.goto(`${product.url}/exchange`)
  await expect(page.getByRole('row', { name: /The classroom app/ })).toBeVisible()
  await page.getByRole('button', { name: 'Add a connection' }).click()
  await page.getByLabel('Name', { exact: true }).fill('The high school')
  await page.getByLabel(/^Address/).fill('sis.example')
  await page.getByLabel(/^Our name/).fill('yukata')
  await page.getByLabel(/^Our key/).fill('wrong')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText('Write the whole address, with https:// before it.')).toBeVisible()
  await page.getByLabel(/^Address/).fill(`${product.standins}/sis`)
  await page.getByRole('button', { name: 'Keep and try it' }).click()
  await expect(page.getByText(/does not accept our key/).first()).toBeVisible()
  await page.getByLabel(/^Our key/).fill('stand-in')
  await page.getByRole('button', { name: 'Keep and try it' }).click()
  await expect(page.getByRole('dialog').getByText(/works/).first()).toBeVisible()
  await lookAtDialog(page, 'exchange/ConnectionDialog')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Add a connection' })).toBeFocused()
  await page.getByRole('button', { name: 'Change The high school' }).click()
  await expect(page.getByLabel(/^Our key/)).toHaveValue('')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Remove The high school' }).click()
  await lookAtDialog(page, 'exchange/ConnectionList')
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByRole('row', { name: /The high school/ })).toHaveCount(0)
  expect(desk.complaints).toEqual([])
})

test('a reopened term stays in the SIS until its removal is asked for, shown, and sent', async ({
  desk,
  page,
  product,
}) => {
  await sendAll(desk, 'Earth Systems 7A')
  const removed = async () =>
    (await received(product.standins)).filter(({ id, entity }) => /\.grade(\.|$)/.test(id) && entity === null).length
  await desk.openClass('Earth Systems 7A')
  await page.getByRole('button', { name: /^Quarter 1/ }).click()
  await desk.view('Close the term')
  await page.getByRole('button', { name: 'Reopen' }).click()
  const dialog = page.getByRole('dialog', { name: 'Reopen Quarter 1?' })
  await expect(dialog).toContainText(/The SIS has \d+ grades( and \d+ remarks?)? of Quarter 1\. It keeps them/)
  await dialog.getByLabel('Why, for the history').fill('A lab came late')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/The SIS keeps \d+ grades/)).toBeVisible()
  await desk.saved()

  // Sending the class leaves them; a second comparison finds nothing of them.
  await page.goto(`${product.url}/exchange`)
  await page.getByRole('link', { name: 'Compare Earth Systems 7A' }).click()
  // The demo's one refused score.
  await expect(page.getByText('1 thing to send.')).toBeVisible()
  await expect(page.getByText('Quarter 1 grade')).toHaveCount(0)
  expect(await removed()).toBe(0)

  await desk.openClass('Earth Systems 7A')
  await page.getByRole('button', { name: /^Quarter 1/ }).click()
  await desk.view('Close the term')
  await page.getByRole('button', { name: 'Remove from the SIS' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Show what is removed' }).click()
  await expect(
    page.getByText('Declared grades and remarks are removed from the SIS, and nothing else is sent.'),
  ).toBeVisible()
  await audit(page, { rules: 'wcag' })
  await page.getByRole('button', { name: /^Send \d+ things$/ }).click()
  await expect(page.getByRole('heading', { name: /^\d+ sent/ })).toBeVisible({ timeout: 60_000 })
  expect(await removed()).toBeGreaterThan(20)
})
