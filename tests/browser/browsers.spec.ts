import type { BrowserContext } from '@playwright/test'
import { expect, test } from './fixtures'
import { held, first, status } from './lab-scores'

test.use({ serviceWorkers: 'allow' })

/** A browser whose storage or clock is not what it should be. */

const brokenStorage = {
  'refuses at once': () => {
    Object.defineProperty(indexedDB, 'open', {
      value: () => {
        throw new DOMException('refused', 'SecurityError')
      },
    })
  },
  'never answers': () => {
    Object.defineProperty(IDBFactory.prototype, 'open', { value: () => new EventTarget() })
  },
  'is full': () => {
    IDBObjectStore.prototype.add = function () {
      throw new DOMException('full', 'QuotaExceededError')
    }
    IDBObjectStore.prototype.put = IDBObjectStore.prototype.add
  },
}
for (const [how, breaks] of Object.entries(brokenStorage))
  test(`a browser whose storage ${how} says so, opens the class, and sends at once`, async ({
    product,
    mine,
    page,
    context,
  }) => {
    await page.addInitScript(breaks)
    await page.reload()
    await first(mine).click()
    await mine.typeDown(['4', '5'])
    await expect(page.locator('.status')).toContainText(how === 'is full' ? 'storage is full' : 'keeps nothing', {
      timeout: 15_000,
    })
    await expect(status(page)).toHaveText('Saved', { timeout: 20_000 })
    await expect.poll(async () => (await held(product)).scores.slice(0, 2)).toEqual(['4', '5'])
    // Without the network it stays in the page, which says so.
    await context.setOffline(true)
    await mine.typeDown(['6'])
    await expect(status(page)).toHaveText('Only in this page, waiting for the network: leave it open', {
      timeout: 20_000,
    })
    await context.setOffline(false)
    await expect(status(page)).toHaveText('Saved', { timeout: 40_000 })
    expect((await held(product)).scores.slice(0, 3)).toEqual(['4', '5', '6'])
  })

async function withClock(context: BrowserContext, offsetMs: number): Promise<void> {
  await context.addInitScript((offset) => {
    const Real = Date
    // @ts-expect-error A clock that is wrong, as those of old laptops are.
    globalThis.Date = class extends Real {
      constructor(...args: []) {
        super(...((args as unknown[]).length ? args : ([Real.now() + offset] as unknown as [])))
      }
      static override now() {
        return Real.now() + offset
      }
    }
  }, offsetMs)
}
const DAY_MS = 24 * 60 * 60 * 1000
for (const [how, offset] of [
  ['three days behind', -3 * DAY_MS],
  ['two years ahead', 730 * DAY_MS],
] as const)
  test(`a clock ${how} loses no step back, and history says when it was`, async ({ product, mine, page, context }) => {
    await withClock(context, offset)
    await page.reload()
    await first(mine).click()
    await mine.typeDown(['16'])
    await mine.saved()
    await page.reload()
    await expect(first(mine)).toHaveText('16')
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
    await first(mine).click()
    await page.keyboard.press('Control+z')
    await expect(first(mine)).toHaveText('')
    await mine.saved()
    const { teacher, classId, students, assignment } = await held(product)
    const [undone, typed] = await teacher.get<{ at: string }[]>(
      `/api/classes/${classId}/history?kind=cell&record=${students[0]!.id}/${assignment}`,
    )
    for (const each of [undone!, typed!]) expect(Math.abs(Date.parse(each.at) - Date.now())).toBeLessThan(5 * 60_000)
  })
