import type { Page } from '@playwright/test'
import { expect, test } from './fixtures'
import { keptOf, movedOf, type Kept } from './kept-scores'

/**
 * Walks at random over the real page: digits, and every way in which an edit can end. Every value must be where the
 * selection was when it was typed, no other cell may have changed, and what was not taken must have been said.
 * WALKS=1000 walks longer; WALK_SEED repeats one walk.
 */
const WALKS = Number(process.env.WALKS ?? 20)
const FIRST = Number(process.env.WALK_SEED ?? 1)
const STEPS = 10
/** Tests that share the walks, so that they go side by side. */
const PARTS = Math.min(4, WALKS)
const EACH = Math.ceil(WALKS / PARTS)
const CLASSES = ['Earth Systems 7A', 'Earth Systems 7B'] as const

/** The same numbers for the same seed (splitmix32). */
function dice(seed: number): (most: number) => number {
  let state = seed
  return (most) => {
    state = (state + 0x9e3779b9) | 0
    let mixed = Math.imul(state ^ (state >>> 16), 0x21f0aaad)
    mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97)
    return ((mixed ^ (mixed >>> 15)) >>> 0) % most
  }
}

/** The class, the student's id and the column's words of the cell that has the keyboard; null where none has it. */
const here = (page: Page) =>
  page.evaluate(() => {
    const cell = document.activeElement?.closest('.cells [role=gridcell]')
    if (!cell) return null
    const row = cell.closest('[data-row]')!.getAttribute('data-row')
    const name = document.querySelector(`.names [data-row="${row}"] a`)!
    const head = document.querySelector(`.heads [data-head][aria-colindex="${cell.getAttribute('aria-colindex')}"]`)!
    return {
      title: document.querySelector('h1')!.textContent!.trim(),
      studentId: name.getAttribute('href')!.split('/').at(-1)!,
      words: head.getAttribute('aria-label')!,
    }
  })

for (let part = 0; part < PARTS; part++)
  test(`whatever is typed is saved in its own cell, wherever the page goes, ${part + 1} of ${PARTS}`, async ({
    desk,
    page,
    product,
  }) => {
    test.setTimeout(120_000 + EACH * 60_000)
    const before: Record<string, Kept> = {}
    const workOf: Record<string, (words: string) => string> = {}
    for (const title of CLASSES) ({ kept: before[title], workOf: workOf[title] } = await keptOf(product, title))
    const expected = structuredClone(before)
    let taken = 0

    const cells = page.locator('.cells [role=gridcell]')
    const editor = page.locator('.sheet input.editor')
    const question = page.getByRole('dialog', { name: /is declared complete/ })
    /** Answers what is asked, and comes back to a sheet from wherever the step has led. */
    const shown = (title: string) =>
      expect(async () => {
        if (await question.isVisible()) await question.getByRole('button', { name: /^Change Quarter/ }).click()
        if (page.url() === 'about:blank') await page.goForward()
        if (!/^\/class\/[^/]+\/?$/.test(new URL(page.url()).pathname)) await desk.openClass(title)
        await expect(cells.first()).toBeVisible({ timeout: 2000 })
        await expect(question).toHaveCount(0)
      }).toPass({ timeout: 90_000 })
    /** Goes to another page and waits until it is there: what is typed in between belongs to the page before. */
    const turned = async (go: () => Promise<unknown>) => {
      await go()
      if (page.url() === 'about:blank') return
      await page.waitForFunction(() => {
        const tabs = document.querySelector('nav[aria-label="Views of the class"]')
        const view = tabs?.querySelector<HTMLAnchorElement>('[aria-current=page]')
        return !location.pathname.startsWith('/class/') || (view && new URL(view.href).pathname === location.pathname)
      })
    }
    /** Clicks one of the cells, also where the page has turned to another sheet in the middle of it. */
    const aCell = async (roll: (most: number) => number) => {
      const place = roll(150)
      await expect(async () => {
        const count = await cells.count()
        expect(count).toBeGreaterThan(0)
        await cells.nth(place % count).click({ timeout: 2000 })
      }).toPass()
    }

    const first = FIRST + part * EACH
    for (let seed = first; seed < first + EACH; seed++) {
      const roll = dice(seed)
      await desk.openClass(CLASSES[roll(2)]!)
      await shown(CLASSES[0])
      await aCell(roll)
      const trail: string[] = []
      for (let step = 0; step < STEPS; step++) {
        const cell = (await here(page)) ?? (await aCell(roll), await here(page))
        const value = String(roll(9) + 1)
        await page.keyboard.type(value)
        // Before the first score in a declared period it is asked; the key goes on its way after the answer.
        if (await question.isVisible()) await question.getByRole('button', { name: /^Change Quarter/ }).click()
        if (!(await editor.isVisible())) {
          // Nothing is taken at the end of a column, and the sheet says so.
          await expect(page.locator('#sheet-message')).toContainText('Move the selection')
          await aCell(roll)
          continue
        }
        const ends: [string, () => Promise<unknown>][] = [
          ['Enter', () => page.keyboard.press('Enter')],
          ['Enter', () => page.keyboard.press('Enter')],
          ['ArrowDown', () => page.keyboard.press('ArrowDown')],
          ['Tab', () => page.keyboard.press('Tab')],
          ['Escape', () => page.keyboard.press('Escape')],
          ['a click', () => aCell(roll)],
          ['Back', () => turned(() => page.goBack())],
          ['Forward', () => turned(() => page.goForward())],
          ['Quarter 1', () => page.getByRole('button', { name: /^Quarter 1/ }).click()],
          ['Quarter 2', () => page.getByRole('button', { name: /^Quarter 2/ }).click()],
          ['another class', () => turned(() => desk.openClass(CLASSES[roll(2)]!))],
          ['the plan', () => turned(() => desk.view('Plan').then(() => page.waitForURL(/\/plan/)))],
          ['a reload', () => page.reload()],
        ]
        const [how, go] = ends[roll(ends.length)]!
        const work = workOf[cell!.title]!(cell!.words)
        trail.push(`${cell!.title}, ${work}: ${value}, ${how}`)
        await go()
        if (how !== 'Escape') {
          expected[cell!.title]![`${cell!.studentId} ${work}`] = value
          taken++
        }
        await shown(CLASSES[roll(2)]!)
        // Where there is nothing to go forward to, the entry goes on.
        if (await editor.isVisible()) await page.keyboard.press('Enter')
        await desk.saved()
      }
      for (const title of CLASSES) {
        const { kept } = await keptOf(product, title)
        const differs = movedOf(expected[title]!, kept).map(([key, now]) => ({
          key,
          now,
          typed: expected[title]![key],
        }))
        expect(differs, `walk ${seed}:\n${trail.join('\n')}`).toEqual([])
      }
    }
    expect(taken).toBeGreaterThan(EACH * 4)
  })
