import type { Locator, Page } from '@playwright/test'
import { audit } from './audit'
import { expect } from './fixtures'

const SMALL = { width: 1024, height: 700 }
const LETTERS = 40

/** What stands out of a dialog at the side: what is wider than its place has to be cut, or go over lines. */
const standingOut = (dialog: Locator): Promise<string[]> =>
  dialog.evaluate((on) => {
    const [from, to] = [on.getBoundingClientRect().left, on.getBoundingClientRect().right]
    return [...on.querySelectorAll('*')]
      .filter((element) => {
        const { left, right, width } = element.getBoundingClientRect()
        const isSeen = width > 1 && getComputedStyle(element).visibility !== 'hidden'
        return (
          isSeen && !element.closest('[data-scrolls], .boxed, .visually-hidden') && (left < from - 1 || right > to + 1)
        )
      })
      .map((element) => `${element.tagName}.${element.className}: ${element.textContent.trim().slice(0, 40)}`)
  })

/**
 * Holds the open dialog to its room: whole on the page, nothing over its edge, and axe (WCAG 2.2 AA) finds nothing.
 * LOOK=folder keeps a picture of it.
 *
 * @param called the picture's name
 */
export async function holdToRoom(page: Page, called: string): Promise<void> {
  const dialog = page.getByRole('dialog')
  const { width, height } = page.viewportSize()!
  const box = (await dialog.boundingBox())!
  expect([box.x >= 0, box.y >= 0, box.x + box.width <= width, box.y + box.height <= height]).toEqual(
    Array(4).fill(true),
  )
  expect(await standingOut(dialog)).toEqual([])
  await audit(page, { include: '[role=dialog]', rules: 'wcag' })
  if (process.env.LOOK) await page.screenshot({ path: `${process.env.LOOK}/${called.replace(/\W/g, '-')}.png` })
}

/** The same in the middle of a story: at 1024 wide, light and dark, with names of forty letters; then all is as before. */
export async function lookAtDialog(page: Page, called: string): Promise<void> {
  const dialog = page.getByRole('dialog')
  await expect(dialog).toBeVisible()
  const before = page.viewportSize()!
  await page.setViewportSize(SMALL)
  const lengthen = (letters: number | null) =>
    dialog.evaluate((on, long) => {
      for (const element of on.querySelectorAll<HTMLElement>('tbody th, td:first-child, li, strong')) {
        const text = element.childNodes[0]
        if (element.childElementCount || text?.nodeType !== Node.TEXT_NODE || !text.nodeValue?.trim()) continue
        const short = (element.dataset.short ??= text.nodeValue)
        text.nodeValue = long === null ? short : short.replaceAll(' ', ' ').repeat(long).slice(0, long)
        if (long === null) delete element.dataset.short
      }
    }, letters)
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await lengthen(LETTERS)
    await holdToRoom(page, `${colorScheme}-${called}`)
    await lengthen(null)
  }
  await page.emulateMedia({ colorScheme: 'light' })
  await page.setViewportSize(before)
}
