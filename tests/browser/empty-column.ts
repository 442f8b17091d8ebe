import type { Desk } from './fixtures'

/** A column of Earth Systems 7B with nothing in it yet. */
export const LAB = 'Sediment lab report'

/** The keyboard on the first student in that column, and the first three students. */
export async function emptyColumn(desk: Desk) {
  const names = await desk.page.locator('.sheet .body [role=rowheader]').allTextContents()
  const [one, two, three] = names as [string, string, string]
  await desk.cell(one, LAB).click()
  return { one, two, three, at: (name: string) => desk.cell(name, LAB) }
}
