import type { Page } from '@playwright/test'
import { Caller, accounts, type Product } from '../support/product'
import { Desk, expect, test } from './fixtures'

test.use({ serviceWorkers: 'allow' })

interface Snapshot {
  students: { id: string; familyName: string; spans: { firstDay: string; lastDay: string | null }[] }[]
  records: {
    assignment: Record<string, { shortName: string }>
    cell: Record<string, Record<string, { value: { points: string } | null }>>
  }
}

async function held(product: Product) {
  const teacher = await Caller.signedIn(product, accounts.teacher)
  const [{ id }] = await teacher.get<[{ id: string }]>('/api/today')
  const snapshot = await teacher.get<Snapshot>(`/api/classes/${id}`)
  const assignment = Object.entries(snapshot.records.assignment).find(([, each]) => each.shortName === 'Lab')![0]
  const scores = snapshot.students.map(
    (student) => snapshot.records.cell[student.id]?.[assignment]?.value?.points ?? null,
  )
  const typings = async (at: number) =>
    (
      await teacher.get<{ act: string }[]>(
        `/api/classes/${id}/history?kind=cell&record=${snapshot.students[at]!.id}/${assignment}`,
      )
    ).length
  return { scores, typings }
}

async function startOfColumn(desk: Desk): Promise<void> {
  await desk.cell('Achterberg, Rosalind', 'Sediment lab report').click()
}
const status = (page: Page) => page.locator('.status b')

test('six times kill -9 while scores are typed: what was acknowledged is there, what was queued arrives once', async ({
  product,
  mine,
  page,
}) => {
  await startOfColumn(mine)
  const acknowledged: number[] = []
  let typed = 0
  const typeSome = async (count: number) => {
    for (let i = 0; i < count; i++) {
      await page.keyboard.type(String((typed % 19) + 1))
      await page.keyboard.press('Enter')
      typed++
    }
  }
  for (let round = 0; round < 6; round++) {
    await typeSome(1)
    // In every other round the line says Saved before the end comes; in the others it comes at once.
    if (round % 2 === 0) {
      await expect(status(page)).toHaveText('Saved')
      acknowledged.push(typed)
    }
    await product.kill()
    await typeSome(1)
    await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
    if (round === 2) {
      // A page that is closed in the middle loses nothing either.
      await product.start()
      await page.reload()
      await mine.cell('Achterberg, Rosalind', 'Sediment lab report').click()
      for (let i = 0; i < typed; i++) await page.keyboard.press('ArrowDown')
      continue
    }
    await product.start()
    if (acknowledged.at(-1) === typed - 1) {
      const { scores } = await held(product)
      expect(scores.slice(0, typed - 1)).toEqual(Array.from({ length: typed - 1 }, (_, at) => String((at % 19) + 1)))
    }
  }
  await expect(status(page)).toHaveText('Saved', { timeout: 30_000 })
  const { scores, typings } = await held(product)
  expect(typed).toBe(12)
  expect(scores.slice(0, typed)).toEqual(Array.from({ length: typed }, (_, at) => String((at % 19) + 1)))
  for (let at = 0; at < typed; at++) expect([at, await typings(at)]).toEqual([at, 1])
})

test('offline typing is kept through a closed page, and arrives in order when the network is back', async ({
  product,
  mine,
  page,
  context,
}) => {
  await startOfColumn(mine)
  await context.setOffline(true)
  await mine.typeDown(['5', '6', '7'])
  await page.keyboard.press('ArrowUp')
  await mine.typeDown(['8'])
  await expect(status(page)).toHaveText('Kept on this machine, waiting for the network')
  await expect(page.getByText('4 changes to send')).toBeVisible()
  expect((await held(product)).scores.slice(0, 3)).toEqual([null, null, null])
  await page.close()

  await context.setOffline(false)
  const again = await context.newPage()
  await again.goto(product.url)
  await expect(status(again)).toHaveText('Saved')
  await expect.poll(async () => (await held(product)).scores.slice(0, 4)).toEqual(['5', '6', '8', null])
})

test('what somebody else changed meanwhile stands until the teacher decides, also where no news came through', async ({
  product,
  mine,
  page,
  browser,
}) => {
  await page.route('**/news*', (route) => route.abort())
  await page.reload()
  await startOfColumn(mine)
  const elsewhere = await browser.newContext()
  const second = new Desk(await elsewhere.newPage(), product.url)
  await second.sitDown()
  await second.page.goto(page.url())
  await second.cell('Achterberg, Rosalind', 'Sediment lab report').click()
  await second.typeDown(['19'])
  await second.saved()
  await page.bringToFront()
  await mine.typeDown(['3'])
  const cell = mine.cell('Achterberg, Rosalind', 'Sediment lab report')
  await expect(cell).toHaveAccessibleName('19, waits for a decision')
  await cell.click()
  await expect(mine.margin.getByText('You typed 3')).toBeVisible()
  await mine.margin.getByRole('button', { name: 'Leave theirs' }).click()
  await expect(cell).toHaveText('19')
  await expect(cell).not.toHaveAccessibleName(/decision/)
  expect((await held(product)).scores[0]).toBe('19')
})

test('a session that has ended asks for the sign-in, and then everything arrives', async ({
  product,
  mine,
  page,
  context,
}) => {
  await startOfColumn(mine)
  await context.clearCookies()
  await mine.typeDown(['12'])
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  await page.getByLabel('E-mail').fill(accounts.teacher)
  await page.getByLabel('Password').fill(accounts.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(mine.cell('Achterberg, Rosalind', 'Sediment lab report')).toHaveText('12')
  await expect.poll(async () => (await held(product)).scores[0]).toBe('12')
})
