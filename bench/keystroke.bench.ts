import { expect, test } from '@playwright/test'
import { startProduct } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

const WARM_UP = 10
const KEYSTROKES = 60
const FRAME_MS = 16

/** Milliseconds, as the page measures them. */
const words = (times: number[]) => {
  const sorted = [...times].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
  return { median: at(0.5) }
}

for (const size of ['35x40', '35x60'])
  test(`a score typed in a class of ${size}`, async ({ page }) => {
    test.setTimeout(180_000)
    const product = await startProduct({ wide: size })
    try {
      const desk = new Desk(page, product.url)
      await desk.signIn()
      await expect(page.getByRole('link', { name: /A class of/ }).first()).toBeVisible()
      await page.waitForTimeout(1000)
      const firstView = await page.evaluate(openClass)

      const times = await page.evaluate(typeColumn, WARM_UP + KEYSTROKES)
      const cdp = await page.context().newCDPSession(page)
      await cdp.send('Performance.enable')
      const metrics = async () =>
        new Map((await cdp.send('Performance.getMetrics')).metrics.map((each) => [each.name, each.value * 1000]))
      await page.locator('.sheet .body [role=gridcell]').first().click()
      const before = await metrics()
      for (let i = 0; i < KEYSTROKES / 2; i++) {
        await page.keyboard.type(String((i % 9) + 1))
        await page.keyboard.press('Enter')
        await page.waitForTimeout(40) // a teacher is slower still
      }
      await desk.saved()
      const after = await metrics()
      const perScore = (name: string) => (after.get(name)! - before.get(name)!) / (KEYSTROKES / 2)
      const script = perScore('ScriptDuration')

      const measured = words(times.grade.slice(WARM_UP))
      console.log(
        [
          `${size}: class opened and painted in ${Math.round(firstView)} ms, for the first time since the server started`,
          `${size}: script for a score (a digit, Enter, every grade, history, keeping and sending): ${script.toFixed(1)} ms, ${((100 * script) / FRAME_MS).toFixed(0)} % of a frame of ${FRAME_MS} ms`,
          `${size}: style ${perScore('RecalcStyleDuration').toFixed(1)} ms and layout ${perScore('LayoutDuration').toFixed(1)} ms for the same score`,
          `${size}: Enter until the new grade stands in the document, with the layout that giving the focus asks for: median ${measured.median.toFixed(1)} ms, ${(measured.median / words(times.floor.slice(WARM_UP)).median).toFixed(1)} times an Enter that changes nothing`,
        ].join('\n'),
      )
    } finally {
      await product.stop()
    }
  })

/** Opens the first class, and measures from the click to the frame in which its grades are painted. */
async function openClass(): Promise<number> {
  const started = performance.now()
  document.querySelector<HTMLElement>('.day li a')!.click()
  while (!document.querySelector('.sheet [data-result="period"]')?.textContent)
    await new Promise((done) => setTimeout(done, 5))
  await new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
  return performance.now() - started
}

/**
 * Types into one column in the page itself, and measures from the Enter to the moment at which the student's grade
 * stands in the document; then the same Enter with nothing changed.
 */
async function typeColumn(count: number): Promise<{ grade: number[]; floor: number[] }> {
  const press = (target: Element, key: string) =>
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
  const editor = document.querySelector<HTMLInputElement>('.sheet input.editor')!
  const rows = [...document.querySelectorAll('.sheet .body .row')]
  const times = { grade: [] as number[], floor: [] as number[] }
  for (let i = 0; i < count; i++) {
    const row = rows[i % rows.length]!
    const cell = row.querySelectorAll<HTMLElement>('[role=gridcell]')[Math.floor(i / rows.length)]!
    const grade = document.querySelector(
      `.sheet .results > [data-row="${row.getAttribute('data-row')}"] [data-result="period"]`,
    )!
    for (const kind of ['grade', 'floor'] as const) {
      cell.focus()
      press(cell, 'F2')
      // A value that no score has had, so that the grade has to move.
      if (kind === 'grade') editor.value = String(20 + 7 * i)
      const before = grade.textContent
      const started = performance.now()
      press(editor, 'Enter')
      // Vue renders in a microtask of the same task: wait for microtasks only, never for a frame.
      for (let turn = 0; turn < 50 && (kind === 'floor' ? turn < 3 : grade.textContent === before); turn++)
        await Promise.resolve()
      const took = performance.now() - started
      if (kind === 'grade' && grade.textContent === before) throw new Error('The grade did not move.')
      times[kind].push(took)
      await new Promise((done) => setTimeout(done, 30))
    }
  }
  return times
}
