import { lookAtDialog } from './looks'
import { LAB } from './empty-column'
import { expect, test } from './fixtures'

const DELTA = 'Delta model'

test('points possible that change under scores ask what happens to them, and undo is one step', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const [name] = await desk.names()
  const points = () => desk.points(name!, DELTA)
  const before = await points()
  const form = async (to: string) => {
    await page.getByRole('columnheader', { name: new RegExp(`^${DELTA}`) }).click()
    await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
    // Only this class: the copies are looked at elsewhere.
    const together = desk.margin.getByRole('checkbox', { name: /^Change the copies/ })
    if (await together.isVisible()) await together.uncheck()
    await desk.margin.getByLabel('Points possible').fill(to)
    await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  }
  const possible = await page.getByRole('columnheader', { name: new RegExp(`^${DELTA}`) }).getAttribute('aria-label')
  const now = Number(/(\d+) points/.exec(possible!)![1])
  const dialog = page.getByRole('dialog')

  await form(String(2 * now))
  await expect(dialog).toContainText(/Keep or rescale \d+ scores/)
  await expect(dialog).toContainText(/\d+ grades change\./)
  await lookAtDialog(page, 'gradebook/PointsDialog')
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  // Canceled: the form is as it was typed, and nothing is saved.
  await expect(desk.margin.getByLabel('Points possible')).toHaveValue(String(2 * now))
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await dialog.getByRole('button', { name: 'Rescale scores' }).click()
  await expect.poll(points).toBe(2 * before)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(points).toBe(before)

  await form(String(2 * now))
  await dialog.getByRole('button', { name: 'Keep scores' }).click()
  await expect(dialog).toHaveCount(0)
  await expect.poll(points).toBe(before)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()

  // A column without scores asks nothing.
  await page.getByRole('columnheader', { name: new RegExp(`^${LAB}`) }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await desk.margin.getByLabel('Points possible').fill('30')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(desk.margin.getByLabel('Points possible')).toHaveCount(0)
  await expect(dialog).toHaveCount(0)
})

test('scores of a linked copy in another class are asked about and rescaled too', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await desk.addToBoth('Tide table')
  await desk.openClass('Earth Systems 7B')
  const [student] = await desk.names()
  await desk.cell(student!, 'Tide table').click()
  await desk.typeDown(['8'])
  await desk.saved()
  // No score is in 7A, where the points are changed.
  await desk.openClass('Earth Systems 7A')
  await page.getByRole('columnheader', { name: /^Tide table/ }).click()
  await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
  await expect(desk.margin.getByRole('checkbox', { name: /^Change the copies/ })).toBeChecked()
  await desk.margin.getByLabel('Points possible').fill('20')
  await desk.margin.getByRole('button', { name: 'Keep', exact: true }).click()
  const dialog = page.getByRole('dialog', { name: 'Keep or rescale 1 score?' })
  await expect(dialog).toContainText('8 of 10 becomes 16 of 20.')
  await dialog.getByRole('button', { name: 'Rescale scores' }).click()
  await expect(page.getByText('Changed in 2 classes. You can undo this.')).toBeVisible()
  await desk.openClass('Earth Systems 7B')
  await expect(desk.cell(student!, 'Tide table')).toHaveText('16')
})
