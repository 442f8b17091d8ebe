import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { accounts } from '../support/product'
import { dialogs, firstClass } from './dialogs'
import { expect, slowFrames, test } from './fixtures'
import { lookAtDialog } from './looks'

// Whatever closes gives the keyboard back to what opened it, or to what took its place: WCAG 2.2, 2.4.3 and 3.2.

/** Who has the keyboard; nobody is a fault. */
const holder = (page: Page) =>
  page.evaluate(() => {
    const on = document.activeElement
    return !on || on === document.body
      ? 'nobody'
      : (on.getAttribute('aria-label') ?? on.textContent ?? on.tagName).trim()
  })
const someoneHas = (page: Page) => expect.poll(() => holder(page)).not.toBe('nobody')

test('every dialog gives the keyboard back to what opened it, before the next key', async ({ desk, page }) => {
  await slowFrames(page, 300)
  await page.reload()
  for (const [file, { at, by, key }] of Object.entries(dialogs))
    await test.step(file, async () => {
      await at?.(desk, page)
      const opener = await by(desk, page)
      await opener.focus()
      await page.keyboard.press(key ?? 'Enter')
      await expect(page.getByRole('dialog')).toBeVisible()
      await expect.poll(() => page.evaluate(() => !!document.activeElement?.closest('[role=dialog]'))).toBe(true)
      await page.keyboard.press('Escape')
      expect(await opener.evaluate((element) => element === document.activeElement)).toBe(true)
      await expect(page.getByRole('dialog')).toHaveCount(0)
    })
})

/** Dialogs whose way in is a longer story, each with the test that tells it. */
const elsewhere: Record<string, string> = {
  'close/DriftList.vue': 'cards.spec.ts',
  'frame/SealedDialog.vue': 'cards.spec.ts',
  'today/DeclareSeveral.vue': 'cards.spec.ts',
  'today/RollOver.vue': 'roll-over.spec.ts',
  'frame/SignOutDialog.vue': 'away.spec.ts',
  'frame/WaitingDialog.vue': 'outlives.spec.ts',
  'frame/NoticesDialog.vue': 'focus.spec.ts',
  'frame/StepDialog.vue': 'focus.spec.ts',
  'gradebook/GridDialog.vue': 'blocks.spec.ts',
  'gradebook/PasteDialog.vue': 'sheet.spec.ts',
  'gradebook/PointsDialog.vue': 'points.spec.ts',
  'plan/DeclaredPlanDialog.vue': 'plan.spec.ts',
  'student/MovedScores.vue': 'course.spec.ts',
  'district.vue': 'focus.spec.ts',
  'district/BringStandards.vue': 'district-standards.spec.ts',
  'exchange/ConnectionDialog.vue': 'exchange.spec.ts',
  'exchange/ConnectionList.vue': 'exchange.spec.ts',
  'district/PolicyOutlookDialog.vue': 'plan.spec.ts',
}
test('no dialog is forgotten here', () => {
  const files = (dir: string): string[] =>
    readdirSync(dir, { withFileTypes: true }).flatMap((each) =>
      each.isDirectory() ? files(join(dir, each.name)) : [join(dir, each.name)],
    )
  const found = [...files('app/components'), ...files('app/pages')].filter((file) =>
    /<Dialog\b/.test(readFileSync(file, 'utf8')),
  )
  const short = (file: string) => file.replace(/^app\/components\//, '').replace(/^app\/pages\/(.*\/)?/, '')
  expect(found.map(short).toSorted()).toEqual([...Object.keys(dialogs), ...Object.keys(elsewhere)].toSorted())
})

test('a sheet has the keyboard again after a dialog that a key opened', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell('Achterberg, Rosalind', 'Check 5')
  await cell.click()
  for (const key of ['f', '?', 'Control+k']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(cell).toBeFocused()
  }
})

test('what is typed behind a key that opens a dialog lands in no cell', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell('Achterberg, Rosalind', 'Check 5')
  const before = await cell.textContent()
  await cell.click()
  for (const key of ['f', '?', 'Control+k']) {
    await page.keyboard.press(key)
    await page.keyboard.type('1l7')
    await expect(page.getByRole('dialog')).toBeVisible()
    await expect(page.locator('.sheet .editor:visible')).toHaveCount(0)
    await page.keyboard.press('Escape')
    await expect(cell).toBeFocused()
    await expect(cell).toHaveText(before!)
  }
})

test('a form that was opened from the sheet has the keyboard: its name is typed into no cell', async ({
  desk,
  page,
}) => {
  await desk.openClass('Earth Systems 7A')
  const cell = desk.cell('Bekele, Dawit', 'Delta')
  await cell.click()
  await page.keyboard.press('ArrowDown')
  const cells = await page.locator('.sheet .cell').allTextContents()
  const name = desk.margin.getByLabel('Name', { exact: true })
  for (const opened of ['by its button', 'by the name of a column']) {
    if (opened === 'by its button') await page.getByRole('button', { name: 'Add assignment' }).click()
    else {
      await page.getByRole('columnheader', { name: /^Delta model/ }).click()
      await desk.margin.getByRole('button', { name: 'Edit', exact: true }).click()
    }
    await expect(name).toBeFocused()
    // It stays there: nothing takes it back to the sheet.
    await page.waitForTimeout(500)
    await expect(name).toBeFocused()
    await page.keyboard.press('ControlOrMeta+a')
    await page.keyboard.type('Rock cycle poster')
    await expect(name).toHaveValue('Rock cycle poster')
    expect(await page.locator('.sheet .cell').allTextContents()).toEqual(cells)
    await page.keyboard.press('Escape')
    await expect(name).toHaveCount(0)
    await expect.poll(() => page.evaluate(() => !!document.activeElement?.closest('.sheet'))).toBe(true)
  }
})

test('what goes from under the hands leaves them on what took its place', async ({ desk, page }) => {
  const margin = desk.margin
  await test.step('a category that is moved and one that is deleted', async () => {
    await firstClass('Plan')(desk, page)
    const grip = page.getByRole('button', { name: /^Move Field notes/ })
    await grip.focus()
    await page.keyboard.press('ArrowUp')
    await expect(grip).toBeFocused()
    await page.getByRole('button', { name: 'Delete Field notes', exact: true }).focus()
    await page.keyboard.press('Enter')
    await page.getByRole('dialog').getByRole('button', { name: 'Delete', exact: true }).press('Enter')
    // Declared Quarter 1 has work in it.
    await page.getByRole('dialog').getByRole('button', { name: 'Also in Quarter 1' }).press('Enter')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await someoneHas(page)
  })
  await test.step('a step back that is asked about', async () => {
    await page.getByRole('navigation', { name: 'Views of the class' }).getByRole('link', { name: 'Gradebook' }).click()
    await desk.cell('Achterberg, Rosalind', 'Check 5').click()
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('dialog', { name: 'Undo this?' })).toContainText('Field notes')
    await lookAtDialog(page, 'frame/StepDialog')
    await page.keyboard.press('Escape')
    await expect(desk.cell('Achterberg, Rosalind', 'Check 5')).toBeFocused()
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Enter')
    // It is shown where it was.
    await expect(page).toHaveURL(/\/plan/)
    await expect(page.getByRole('button', { name: 'Delete Field notes', exact: true })).toBeVisible()
    await someoneHas(page)
  })
  await test.step('weights of a period’s own', async () => {
    const give = page.getByRole('button', { name: /^Give Quarter 2/ }).first()
    await give.focus()
    await page.keyboard.press('Enter')
    await expect(give).toHaveCount(0)
    await someoneHas(page)
  })
  await test.step('an override that is cleared', async () => {
    await page
      .getByRole('navigation', { name: 'Views of the class' })
      .getByRole('link', { name: 'Close the term' })
      .click()
    await page.getByRole('row', { name: /Achterberg/ }).click()
    await margin.getByLabel('Percent', { exact: true }).fill('90')
    await margin.getByLabel('Percent', { exact: true }).press('Enter')
    const clear = margin.getByRole('button', { name: 'clear', exact: true })
    await clear.focus()
    await page.keyboard.press('Enter')
    await expect(clear).toHaveCount(0)
    await someoneHas(page)
  })
  await test.step('declared and reopened', async () => {
    const declare = page.getByRole('button', { name: 'Declare Quarter 2', exact: true })
    await declare.focus()
    await page.keyboard.press('Enter')
    await page.getByRole('dialog').getByRole('button', { name: 'Declare it complete' }).press('Enter')
    const reopen = page.getByRole('button', { name: 'Reopen', exact: true })
    await expect(reopen).toBeVisible()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await someoneHas(page)
    await reopen.focus()
    await page.keyboard.press('Enter')
    await page.getByRole('dialog').getByLabel('Why, for the history').fill('A late score')
    await page.getByRole('dialog').getByRole('button', { name: 'Reopen', exact: true }).press('Enter')
    await expect(declare).toBeVisible()
    await someoneHas(page)
  })
})

test('a notice has a place of its own, goes with its matter, and can be looked up', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7A')
  await page.getByRole('columnheader', { name: /Delta model/ }).click()
  await desk.margin.getByRole('button', { name: 'Save as pattern' }).click()
  const notice = page.getByText('Delta model is a pattern now')
  await expect(notice).toBeVisible()
  // Nothing lies under it.
  const covered = await notice.evaluate((element) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    const grid = document.querySelector('.sheet .scroller')!.getBoundingClientRect()
    return top < grid.bottom && top + height > grid.top && left < grid.right && left + width > grid.left
  })
  expect(covered).toBe(false)
  await desk.cell('Achterberg, Rosalind', 'Check 5').click()
  await desk.typeDown(['7'])
  await expect(notice).toHaveCount(0)
  const list = page.getByRole('button', { name: '1 notice' })
  await list.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Notices' })).toContainText('Delta model is a pattern now')
  await lookAtDialog(page, 'frame/NoticesDialog')
  await page.keyboard.press('Escape')
  await expect(list).toBeFocused()
})

test('after the sign-in the keyboard is at the work; the office’s dialog gives it back', async ({
  product,
  page,
  desk,
}) => {
  await page.context().clearCookies()
  await page.goto(`${product.url}/sign-in`)
  await page.getByLabel('E-mail').fill(accounts.registrar)
  await page.getByLabel('Password').fill(accounts.password)
  await page.getByLabel('Password').press('Enter')
  await expect(page.getByRole('navigation', { name: 'The day' })).toBeVisible()
  await someoneHas(page)
  await page.getByRole('navigation', { name: 'The day' }).getByRole('link', { name: 'District policy' }).click()
  const make = page.getByRole('button', { name: 'Make a scale', exact: true })
  await make.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toBeVisible()
  await lookAtDialog(page, 'district')
  await page.keyboard.press('Escape')
  await expect(make).toBeFocused()
  expect(desk.complaints).toEqual([])
})

test('a class that is not one’s own says so, offers none of its views, and leads back', async ({
  mine: desk,
  page,
}) => {
  await page.goto(`${desk.url}/class/somebody-elses`)
  await expect(page.getByRole('alert').filter({ hasText: 'This class is not one of yours.' })).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Views of the class' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(page).toHaveURL(`${desk.url}/`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
})
