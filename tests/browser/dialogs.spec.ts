import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { dialogs } from './dialogs'
import { expect, test } from './fixtures'

const LETTERS = 40

/** Makes the names of students as long as names are, but for the one by whom a row is found. */
async function lengthenNames(page: Page): Promise<void> {
  const long = (name: string) => (name.length < 3 ? name : name.repeat(LETTERS).slice(0, LETTERS))
  await page.route('**/api/classes/*', async (route) => {
    const response = await route.fetch()
    if (!response.ok()) return route.fulfill({ response })
    const read = (await response.json()) as { students?: { givenName: string; familyName: string }[] }
    for (const each of read.students ?? []) if (each.familyName !== 'Bekele') each.familyName = long(each.familyName)
    await route.fulfill({ response, json: read })
  })
}

for (const colorScheme of ['light', 'dark'] as const)
  test(`every dialog has room in ${colorScheme} at 1024, with names of forty letters`, async ({ desk, page }) => {
    test.setTimeout(240_000)
    await page.emulateMedia({ colorScheme })
    await page.setViewportSize({ width: 1024, height: 700 })
    await lengthenNames(page)
    for (const [file, { at, by, key }] of Object.entries(dialogs))
      await test.step(file, async () => {
        await at?.(desk, page)
        const opener = await by(desk, page)
        await opener.focus()
        await page.keyboard.press(key ?? 'Enter')
        const dialog = page.getByRole('dialog')
        await expect(dialog).toBeVisible()
        const box = (await dialog.boundingBox())!
        expect([box.x >= 0, box.y >= 0, box.x + box.width <= 1024, box.y + box.height <= 700]).toEqual(
          Array(4).fill(true),
        )
        // Nothing stands out of it at the side: what is wider than its place is cut or goes over lines.
        const wider = await dialog.evaluate((on) =>
          [...on.querySelectorAll('*')]
            .filter((each) => {
              const { left, right, width } = each.getBoundingClientRect()
              const [from, to] = [on.getBoundingClientRect().left, on.getBoundingClientRect().right]
              const isSeen = width > 1 && getComputedStyle(each).visibility !== 'hidden'
              return (
                isSeen &&
                !each.closest('[data-scrolls], .boxed, .visually-hidden') &&
                (left < from - 1 || right > to + 1)
              )
            })
            .map((each) => `${each.tagName}.${each.className}: ${each.textContent.trim().slice(0, 40)}`),
        )
        expect(wider).toEqual([])
        // WCAG 2.2 AA, the dialog alone.
        const { violations } = await new AxeBuilder({ page })
          .include('[role=dialog]')
          .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
          .analyze()
        expect(violations.map((each) => [each.id, each.nodes[0]?.html])).toEqual([])
        if (process.env.LOOK)
          await page.screenshot({ path: `${process.env.LOOK}/${colorScheme}-${file.replace(/\W/g, '-')}.png` })
        await page.keyboard.press('Escape')
        await expect(dialog).toHaveCount(0)
      })
  })
