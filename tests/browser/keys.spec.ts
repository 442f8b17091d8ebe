import type { Locator, Page } from '@playwright/test'
import { expect, test, textOf } from './fixtures'

/** A keyboard whose keys are counted. No pointer is touched, and nothing is given the keyboard from outside. */
class Keys {
  count = 0
  constructor(private readonly page: Page) {}
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key)
    this.count += keys.length
  }
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text)
    this.count += text.length
  }
  /** Goes on with Tab until a control has the keyboard. */
  async tabTo(control: Locator, most = 60): Promise<void> {
    await expect(control).toBeVisible()
    for (let at = 0; at < most; at++) {
      if (await control.evaluate((element) => element === document.activeElement)) return
      await this.press('Tab')
    }
    throw new Error(`no ${most} tabs lead to ${control.toString()}`)
  }
  /** Finds something by words, as in *Find or do*. */
  async find(words: string, shown: Locator): Promise<void> {
    await this.press('Control+k')
    await expect(this.page.getByRole('dialog')).toBeVisible()
    await this.type(words)
    // One looks before one presses.
    await expect(this.page.getByRole('dialog').getByRole('option').first()).toContainText(words)
    await this.press('Enter')
    await expect(shown).toBeVisible()
  }
}

test('28 students are scored, remarked, declared and printed by keyboard alone, in few keys', async ({
  desk,
  page,
}) => {
  const keys = new Keys(page)
  await keys.find('Earth Systems 7C', page.getByRole('heading', { level: 1, name: 'Earth Systems 7C' }))

  // A stack of paper: the column of the newest work, from the first student down.
  const names = await desk.names()
  expect(names.length).toBeGreaterThanOrEqual(28)
  await keys.tabTo(page.locator('.sheet [tabindex="0"]').first())
  // To the first student, from wherever one is.
  await keys.press('Control+Home')
  const first = page.locator('[role=gridcell]:focus')
  const column = await first.getAttribute('aria-colindex')
  const begun = keys.count
  for (let at = 0; at < 28; at++) {
    await keys.type(String(5 + (at % 4)))
    await keys.press('Enter')
  }
  expect(keys.count - begun).toBe(56)
  await desk.saved()
  const values = await page.locator(`.cells [role=gridcell][aria-colindex="${column}"]`).allTextContents()
  expect(values.filter((text) => /^[5-8]/.test(text.trim())).length).toBeGreaterThanOrEqual(27)

  // A remark for each: its code, Tab, and on to the next.
  await keys.find('Close the term', page.getByText('Remarks written'))
  const boxes = page.getByRole('textbox', { name: /^Remark for / })
  const count = await boxes.count()
  expect(count).toBe(28)
  await keys.tabTo(boxes.first())
  const before = keys.count
  for (let at = 0; at < count; at++) {
    await expect(boxes.nth(at)).toBeFocused()
    await keys.type(['G04', 'N11', 'H02', 'G01'][at % 4]!)
    await keys.press('Tab')
    if (at < count - 1) await keys.press('PageDown')
  }
  expect(keys.count - before).toBe(28 * 5 - 1)
  await desk.saved()
  await expect(page.getByRole('listitem').filter({ hasText: 'Remarks written' })).toContainText('28 of 28')

  // Declared, and printed.
  await keys.tabTo(page.getByRole('button', { name: 'Declare Quarter 2' }), 220)
  await keys.press('Enter')
  await keys.tabTo(page.getByRole('button', { name: 'Declare it complete' }))
  await keys.press('Enter')
  await expect(page.getByText('Quarter 2 is declared complete')).toBeVisible()
  await desk.saved()
  await keys.find('Report cards', page.getByRole('button', { name: 'Print report cards' }))
  await keys.tabTo(page.getByRole('button', { name: 'Print report cards' }))
  await keys.press('Enter')
  const cards = textOf(await desk.filed('Open the PDF'))
  const pages = cards.split('\f').filter((each) => each.trim())
  expect(pages).toHaveLength(28)
  for (const each of pages) {
    expect(each).toContain('Declared complete')
    expect(each).not.toContain('No remark.')
  }
  // Scores and remarks are what is typed; the ways between them take no more than these.
  expect(keys.count).toBeLessThan(56 + 28 * 5 + 110)
  expect(desk.complaints).toEqual([])
})
