import { test, type CDPSession, type Page } from '@playwright/test'
import { build } from 'esbuild'
import { startProduct } from '../tests/support/product'
import { Desk } from '../tests/browser/fixtures'

/** The sheet beside the component library's editable table, with as many students and scores, in one run. */
const SIZES = [
  [35, 60],
  [180, 200],
] as const
const KEYSTROKES = 25
/** A table that is slow is not waited for longer than this, for its scroll and for its keystrokes. */
const PATIENCE_MS = 20_000
const LATE_MS = 32

interface Figures {
  mount: number
  key: number[]
  frames: number[]
  heap: number
}

for (const [students, columns] of SIZES)
  test(`a sheet of ${students} x ${columns}`, async ({ page, browser }) => {
    test.setTimeout(600_000)
    const ours = await yukata(page, students, columns)
    console.log(`${students} x ${columns}, Yukata: ${said(ours)}`)
    const theirs = await library(await browser.newPage({ viewport: { width: 1280, height: 800 } }), students, columns)
    console.log(`${students} x ${columns}, PrimeVue DataTable: ${said(theirs)}`)
    const ratio = (of: (each: Figures) => number) => (of(theirs) / of(ours)).toFixed(1)
    const key = theirs.key.length ? `${ratio((each) => at(each.key, 0.5))} times for a keystroke, ` : ''
    console.log(
      `${students} x ${columns}: the library's table takes ${ratio((each) => each.mount)} times as long to mount, ${key}${ratio((each) => each.heap)} times the heap`,
    )
  })

async function yukata(page: Page, students: number, columns: number): Promise<Figures> {
  const product = await startProduct({ wide: `${students}x${columns}` })
  try {
    const desk = new Desk(page, product.url)
    await desk.sitDown()
    await page.locator('.day li a').first().waitFor()
    const cdp = await session(page)
    const mount = await page.evaluate(async () => {
      const started = performance.now()
      document.querySelector<HTMLElement>('.day li a')!.click()
      while (!document.querySelector('.sheet [data-result="period"]')?.textContent)
        await new Promise((done) => setTimeout(done, 5))
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
      return performance.now() - started
    })
    await page.waitForTimeout(1500)
    const first = page.locator('.sheet .body [role=gridcell]').first()
    const frames = await page.evaluate(scroll, ['.sheet .scroller', PATIENCE_MS] as [string, number])
    await first.click()
    const key = await typed(page, async (digit) => {
      await page.keyboard.type(digit)
      await page.keyboard.press('Enter')
    })
    return { mount, frames, key, heap: await heap(cdp) }
  } finally {
    await product.stop()
  }
}

async function library(page: Page, students: number, columns: number): Promise<Figures> {
  const { outputFiles } = await build({
    entryPoints: ['bench/prime-table.ts'],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    define: {
      'process.env.NODE_ENV': '"production"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
  })
  await page.setContent('<style>td,th{padding:2px 6px;min-width:52px}</style><div id="table"></div>')
  await page.addScriptTag({ content: outputFiles[0]!.text })
  const cdp = await session(page)
  const mount = await page.evaluate(
    async ([rows, cells]) => {
      const started = performance.now()
      window.mountTable(rows!, cells!)
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
      return performance.now() - started
    },
    [students, columns],
  )
  await page.waitForTimeout(1500)
  const frames = await page.evaluate(scroll, ['[data-pc-section=tablecontainer]', PATIENCE_MS] as [string, number])
  const cells = page.locator('tbody td')
  let row = 0
  const key = await typed(page, async (digit) => {
    const cell = cells.nth((row++ % Math.min(20, students)) * (columns + 2) + 1)
    await cell.click()
    await page.keyboard.press('Control+a')
    await page.keyboard.type(digit)
    await page.keyboard.press('Enter')
  })
  return { mount, frames, key, heap: await heap(cdp) }
}

async function session(page: Page): Promise<CDPSession> {
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('HeapProfiler.enable')
  await cdp.send('Performance.enable')
  return cdp
}

async function heap(cdp: CDPSession): Promise<number> {
  await cdp.send('HeapProfiler.collectGarbage')
  const { metrics } = await cdp.send('Performance.getMetrics')
  return metrics.find((each) => each.name === 'JSHeapUsedSize')!.value / 1e6
}

/** From the browser's handling of Enter to the frame that shows what it did, by the browser's own event timing. */
async function typed(page: Page, type: (digit: string) => Promise<void>): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = ((window as unknown as { times: number[] }).times = [])
    document.addEventListener(
      'keydown',
      (event) => {
        if (event.key !== 'Enter') return
        const started = performance.now()
        requestAnimationFrame(() => setTimeout(() => times.push(performance.now() - started)))
      },
      { capture: true },
    )
  })
  const end = Date.now() + PATIENCE_MS
  for (let i = 0; i < KEYSTROKES && Date.now() < end; i++) {
    // A table that cannot even be typed in has no figure.
    if (
      !(await type(String((i % 8) + 1)).then(
        () => true,
        () => false,
      ))
    )
      break
    await page.waitForTimeout(60)
  }
  return page.evaluate(() => (window as unknown as { times: number[] }).times)
}

/** Scrolls down and across by some pixels a frame, and gives how long each frame took. */
async function scroll([selector, patience]: [string, number]): Promise<number[]> {
  const end = performance.now() + patience
  const scroller = document.querySelector(selector)!
  const frames: number[] = []
  scroller.scrollTo(0, 0)
  await new Promise((done) => setTimeout(done, 300))
  let before = await new Promise<number>((done) => requestAnimationFrame(done))
  const run = async (by: [number, number], count: number) => {
    for (let i = 0; i < count && performance.now() < end; i++) {
      scroller.scrollBy(...by)
      const now = await new Promise<number>((done) => requestAnimationFrame(done))
      frames.push(now - before)
      before = now
    }
  }
  await run([0, 40], 90)
  await run([60, 0], 90)
  await run([-60, -40], 60)
  scroller.scrollTo(0, 0)
  await new Promise((done) => setTimeout(done, 300))
  return frames
}

function at(times: readonly number[], share: number): number {
  const sorted = times.toSorted((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
}
function said({ mount, key, frames, heap: megabytes }: Figures): string {
  const late = frames.filter((each) => each > LATE_MS).length
  return [
    `${Math.round(mount)} ms to mount and paint`,
    key.length
      ? `Enter to painted ${at(key, 0.5).toFixed(0)} ms (95th ${at(key, 0.95).toFixed(0)})`
      : 'no score could be typed while the bench waited',
    `${late} of ${frames.length} frames of a scroll over ${LATE_MS} ms`,
    `${megabytes.toFixed(0)} MB of heap`,
  ].join('; ')
}
