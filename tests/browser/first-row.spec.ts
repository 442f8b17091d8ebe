import { expect, test } from './fixtures'

// What a class's first row does not need is not in its way. No clock is read: only what comes before what.

/** What the page noted of itself, by its own clock. */
interface Noted {
  tablesBefore: string[]
  row: number
  scripts: { name: string; at: number }[]
}

test('the first row waits for no table of languages and for no script but the first', async ({ desk, page }) => {
  await desk.openClass('Earth Systems 7B')
  await expect(page.locator('.sheet .cell').first()).toBeVisible()
  await page.addInitScript(() => {
    const noted: Omit<Noted, 'scripts'> = { tablesBefore: [], row: 0 }
    Object.assign(window, { noted })
    const note = (name: string) => void (noted.row || noted.tablesBefore.push(name))
    for (const name of ['DateTimeFormat', 'Collator', 'NumberFormat', 'PluralRules'] as const) {
      const made = Intl[name] as new (...args: unknown[]) => object
      Object.assign(Intl, {
        [name]: new Proxy(made, {
          construct: (target, args) => {
            note(name)
            return new target(...args)
          },
        }),
      })
    }
    String.prototype.localeCompare = new Proxy(String.prototype.localeCompare, {
      apply: (compare, text, args) => {
        note('localeCompare')
        return Reflect.apply(compare, text, args) as number
      },
    })
    const look = () => {
      // The beginning of the frame that paints it: what the browser fetches in idle moments may come from then on.
      if (document.querySelector('.sheet .body [role=gridcell]')) noted.row = performance.now()
      else requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  })
  await page.reload()
  await expect(page.locator('.sheet .cell').first()).toBeVisible()
  // What comes late has come when it can be asked for at once.
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toBeVisible()

  const { tablesBefore, row, scripts } = await page.evaluate((): Noted => {
    const { noted } = window as unknown as { noted: Omit<Noted, 'scripts'> }
    const asked = performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('.js'))
    return { ...noted, scripts: asked.map(({ name, startTime }) => ({ name, at: startTime })) }
  })
  expect(tablesBefore).toEqual([])
  expect(row).toBeGreaterThan(0)
  expect(scripts.filter(({ at }) => at < row)).toHaveLength(1)
  expect(scripts.length).toBeGreaterThan(1)
})
