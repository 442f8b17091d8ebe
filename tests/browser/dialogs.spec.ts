import type { Page } from '@playwright/test'
import { dialogs } from './dialogs'
import { expect, test } from './fixtures'
import { holdToRoom } from './looks'

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
        await holdToRoom(page, `${colorScheme}-${file}`)
        await page.keyboard.press('Escape')
        await expect(dialog).toHaveCount(0)
      })
  })
