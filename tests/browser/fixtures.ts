import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type BrowserContext, type Locator, type Page } from '@playwright/test'
import { locatorOf } from './sheet-selector'
import { accounts, Caller, startProduct, type Product } from '../support/product'

export { expect }

/** A page or browser whose frames come late, as on a machine under load: what waits for a frame is seen to be late. */
export const slowFrames = (where: Page | BrowserContext, ms: number): Promise<unknown> =>
  where.addInitScript((ms) => {
    const frame = window.requestAnimationFrame.bind(window)
    window.requestAnimationFrame = (then) => frame(() => setTimeout(() => then(performance.now()), ms))
  }, ms)
/** FRAMES=300 makes every frame of every test that late: finds a key that is right only after the next frame. */
const FRAMES = Number(process.env.FRAMES ?? 0)

/**
 * Each test has a product with the demo's data as it was made, and a page of it on which the demo teacher is signed in.
 * Nothing that a test leaves behind is there for the next one: the worker's product gets another copy of the data. It runs
 * on PostgreSQL, which copies a district in a fifth of a second. `builtIn` asks for the built-in database, and for processes
 * of its own.
 */
export const test = base.extend<
  { product: Product; desk: Desk; mine: Desk; builtIn: boolean },
  { warm: { product?: Product } }
>({
  builtIn: [false, { option: true }],
  warm: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the needed fixtures from the pattern
    async ({}, use) => {
      const warm: { product?: Product } = {}
      await use(warm)
      await warm.product?.stop()
    },
    { scope: 'worker' },
  ],
  product: [
    async ({ warm, builtIn }, use) => {
      if (builtIn || !process.env.TEST_DATABASE_URL) {
        const own = await startProduct({ builtIn })
        await use(own)
        return own.stop()
      }
      if (warm.product) await warm.product.renew()
      else warm.product = await startProduct()
      await use(warm.product)
    },
    { timeout: 120_000 },
  ],
  context: async ({ context }, use) => {
    if (FRAMES > 0) await slowFrames(context, FRAMES)
    await use(context)
  },
  desk: async ({ page, product }, use) => {
    const desk = new Desk(page, product.url)
    await desk.sitDown()
    await use(desk)
    expect(desk.complaints).toEqual([])
  },
  /** At a class, where the server ends or fails under the teacher's hands: what the page complains of is looked at there. */
  mine: async ({ page, product }, use) => {
    const desk = new Desk(page, product.url)
    await desk.sitDown()
    await desk.openClass('Earth Systems 7A')
    await use(desk)
  },
})

/** The day's column at the left: the classes and the places. A page's own links can have the names of its places. */
export const theDay = (page: Page): Locator => page.getByRole('navigation', { name: 'The day' })

/** What a teacher has in front of them. */
export class Desk {
  /** Errors of the page, and requests that would leave the machine. There must be none. */
  readonly complaints: string[] = []

  constructor(
    readonly page: Page,
    readonly url: string,
  ) {
    page.on('pageerror', (error) => this.complaints.push(error.message))
    page.on(
      'console',
      (message) =>
        message.type() === 'error' &&
        !/Failed to load resource/.test(message.text()) &&
        this.complaints.push(message.text()),
    )
    page.on(
      'request',
      (request) =>
        !/^(http:\/\/127\.0\.0\.1|data:|blob:)/.test(request.url()) &&
        this.complaints.push(`leaves the machine: ${request.url()}`),
    )
  }

  /** Signed in without the form, which has tests of its own. */
  async sitDown(email = accounts.teacher): Promise<void> {
    const caller = await Caller.signedIn({ url: this.url }, email)
    await this.page.context().addCookies([caller.session])
    await this.page.goto(this.url)
    await expect(theDay(this.page)).toBeVisible()
  }

  async signIn(email = accounts.teacher): Promise<void> {
    await this.page.goto(`${this.url}/sign-in`)
    await this.page.getByLabel('E-mail').fill(email)
    await this.page.getByLabel('Password').fill(accounts.password)
    await this.page.getByRole('button', { name: 'Sign in' }).click()
    await expect(theDay(this.page)).toBeVisible()
  }

  get margin(): Locator {
    return this.page.getByRole('complementary', { name: 'Margin' })
  }

  async openClass(title: string): Promise<void> {
    await theDay(this.page).getByRole('link', { name: title }).click()
    await expect(this.page.getByRole('heading', { level: 1, name: title })).toBeVisible()
  }

  async view(name: string): Promise<void> {
    await this.page.getByRole('navigation', { name: 'Views of the class' }).getByRole('link', { name }).click()
  }

  /** Adds an investigation to 7A, which is open, and to 7B. */
  async addToBoth(name: string): Promise<void> {
    const { page, margin } = this
    await page.getByRole('button', { name: 'Add assignment' }).click()
    await margin.getByLabel('Name', { exact: true }).fill(name)
    await margin.getByRole('combobox', { name: 'Category' }).click()
    await page.getByRole('listbox').getByRole('option', { name: 'Investigations' }).click()
    await margin.getByRole('button', { name: 'To several classes' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Earth Systems 7B', { exact: true }).check()
    await dialog.getByRole('button', { name: 'Put into 2 classes' }).click()
    await expect(dialog).toHaveCount(0)
  }

  /** The cell of a student under a column, by the beginning of the column's words. */
  cell(student: string, column: string): Locator {
    return this.page.locator(locatorOf({ student, column }))
  }

  /** The report card of the student at hand, in the page that the margin's button opens. */
  async card(): Promise<Buffer> {
    const [opened] = await Promise.all([
      this.page.waitForEvent('popup'),
      this.margin.getByRole('button', { name: 'Report card (PDF)' }).click(),
    ])
    // Its address is looked at, not its requests: a page that opens can have asked before it is listened to.
    await expect.poll(() => opened.url(), { timeout: 30_000 }).toContain('/report-cards')
    const answer = await this.page.request.get(opened.url())
    expect(answer.headers()['content-type']).toBe('application/pdf')
    await opened.close()
    return answer.body()
  }

  /** The report cards of the class whose closing is open: printed by the queue, and the file of it. */
  async printed(): Promise<Buffer> {
    await this.page.getByRole('link', { name: 'Report cards', exact: true }).click()
    await this.page.getByRole('button', { name: 'Print report cards' }).click()
    return this.filed('Open the PDF')
  }

  /** The file of the newest print, once it is there. */
  async filed(name: 'Open the PDF' | 'Save the zip'): Promise<Buffer> {
    const link = this.page
      .getByRole('table', { name: 'Prints of today' })
      .getByRole('row')
      .first()
      .getByRole('link', { name })
    const href = await link.getAttribute('href', { timeout: 60_000 })
    return (await this.page.request.get(this.url + href!)).body()
  }

  /** The names of the students in the sheet, from the top. */
  async names(): Promise<string[]> {
    const heads = this.page.locator('.sheet .body [role=rowheader]')
    await heads.first().waitFor()
    return (await heads.evaluateAll((all) => all.map((each) => each.getAttribute('title')!))).filter(Boolean)
  }

  /** The points in a cell, without what is raised or in parentheses; -1 where there are none. */
  async points(student: string, column: string): Promise<number> {
    const text = await this.cell(student, column).evaluate((cell) => cell.firstChild?.textContent ?? '')
    return text.trim() === '' ? -1 : Number(text.replace(/[()]/g, ''))
  }

  /** The same teacher at another page. */
  beside(page: Page): Desk {
    return new Desk(page, this.url)
  }

  /** A computed value in a student's row. */
  result(student: string, id = 'period'): Locator {
    return this.page.locator(locatorOf({ student, result: id }))
  }

  /** Types values one under the other, as from a stack of paper. */
  async typeDown(values: string[]): Promise<void> {
    for (const value of values) {
      await this.page.keyboard.type(value)
      await this.page.keyboard.press('Enter')
    }
  }

  async saved(): Promise<void> {
    await expect(this.page.getByText('Saved', { exact: true })).toBeVisible()
  }
}

/** The text of a PDF, by poppler: a second opinion on what is printed. */
export function textOf(pdf: Buffer): string {
  const file = join(mkdtempSync(join(tmpdir(), 'yukata-pdf-')), 'cards.pdf')
  writeFileSync(file, pdf)
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
}
