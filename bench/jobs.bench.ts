import { expect, test, type Locator, type Page } from '@playwright/test'
import { startProduct } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

/** How many keys and pointer moves five everyday jobs take in the demo's world, done as a person does them. */
class Hands {
  keys = 0
  moves = 0
  constructor(private page: Page) {}
  async press(...all: string[]): Promise<void> {
    for (const key of all) await this.page.keyboard.press(key)
    this.keys += all.length
  }
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text)
    this.keys += text.length
  }
  async click(where: Locator): Promise<void> {
    await where.click()
    this.moves++
  }
  said = (job: string) => console.log(`${job}: ${this.keys} keys, ${this.moves} pointer moves`)
}

test('everyday jobs', async ({ page }) => {
  test.setTimeout(300_000)
  const product = await startProduct()
  try {
    const desk = new Desk(page, product.url)
    await desk.sitDown()
    await desk.openClass('Earth Systems 7A')
    // Whoever left is passed over by Enter.
    await desk.names()
    const here = page.locator('.sheet .body [role=rowheader]:not(:has(small))')
    const names = await here.evaluateAll((all) => all.map((each) => each.getAttribute('title')!))

    // Letters, and three that are not alike: one absent, one late, one with a plus.
    await page.getByRole('button', { name: 'Add assignment' }).click()
    await desk.margin.getByLabel('Name', { exact: true }).fill('Sketch')
    await desk.margin.getByRole('combobox', { name: 'Category' }).click()
    await page.getByRole('listbox').getByRole('option', { name: 'Field notes' }).click()
    await desk.margin.getByRole('combobox', { name: 'Scored in' }).click()
    await page.getByRole('listbox').getByRole('option', { name: 'letters of the scale' }).click()
    await desk.margin.getByRole('button', { name: 'Add assignment' }).click()
    const letters = new Hands(page)
    await letters.click(desk.cell(names[0]!, 'Sketch'))
    for (let at = 0; at < 25; at++) {
      if (at === 7) await letters.press('.', 'a', 'Enter')
      else if (at === 15) await letters.press('b', '.', 'l', 'Enter')
      else if (at === 22) await letters.press('b', '+', 'Enter')
      else await letters.press('abc'[at % 3]!, 'Enter')
    }
    await expect(desk.cell(names[22]!, 'Sketch')).toHaveText('B+')
    await expect(desk.cell(names[7]!, 'Sketch')).toHaveAccessibleName(/absent/)
    letters.said('a stack of 25 in letters')

    const late = new Hands(page)
    await late.click(desk.cell('Bekele, Dawit', 'Delta'))
    await late.press('1', '8', 'l', 'Enter')
    await expect(desk.cell('Bekele, Dawit', 'Delta')).toHaveAccessibleName(/^18.*late/)
    late.said('one late paper')

    const anew = new Hands(page)
    await anew.click(page.getByRole('button', { name: 'Add assignment' }))
    await expect(desk.margin.getByLabel('Name', { exact: true })).toBeFocused()
    await anew.type('Rock cycle poster')
    await anew.click(desk.margin.getByRole('combobox', { name: 'Category' }))
    await anew.click(page.getByRole('listbox').getByRole('option', { name: 'Investigations' }))
    await anew.click(desk.margin.getByRole('button', { name: 'To several classes' }))
    const dialog = page.getByRole('dialog')
    await anew.click(dialog.getByRole('checkbox', { name: 'Earth Systems 7B' }))
    await anew.click(dialog.getByRole('checkbox', { name: 'Earth Systems 7C' }))
    await anew.click(dialog.getByRole('button', { name: 'Put into 3 classes' }))
    await expect(page.getByText('is in 3 classes now')).toBeVisible()
    anew.said('a new assignment to three classes')

    const excused = new Hands(page)
    await excused.click(desk.cell('Eze, Chidera', 'Core sample drawing'))
    await excused.press('Shift+ArrowRight', 'Shift+ArrowRight', 'x')
    for (const column of ['Core sample drawing', 'Field notes 4', 'Check 5'])
      await expect(desk.cell('Eze, Chidera', column)).toHaveAccessibleName(/excused/)
    excused.said('one student excused from a week of three assignments')

    const why = new Hands(page)
    await why.click(desk.result('Eze, Chidera'))
    await why.press('=')
    await expect(desk.margin.getByText(/of 100/).first()).toBeVisible()
    why.said('why a grade is what it is, down to the scores')
  } finally {
    await product.stop()
  }
})
