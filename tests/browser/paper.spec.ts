import { expect, test } from './fixtures'
import { textOf } from '../support/pdf'

test('what is for paper goes on as many pages as it needs, without the tools that stand over it', async ({
  desk,
  page,
  product,
}) => {
  test.slow()
  await desk.openClass('Earth Systems 7A')
  const ofClass = `${product.url}${new URL(page.url()).pathname}`
  const first = page.locator('.sheet .body [role=rowheader]').first().getByRole('link')
  const student = (await first.getAttribute('href'))!.split('/').at(-1)!
  const papers = {
    student: `student/${student}?all=1`,
    family: `student/${student}?as=family`,
    levels: `levels/${student}`,
    pages: 'pages',
    blank: 'blank',
    work: 'work',
    list: 'reports?list=missing',
  }
  for (const [name, path] of Object.entries(papers)) {
    await page.emulateMedia({ media: 'screen' })
    await page.goto(`${ofClass}/${path}`)
    const paper = page.getByRole('main').getByRole('region').first()
    await expect(paper, name).toBeVisible()
    await page.emulateMedia({ media: 'print' })
    // What can be pressed is a part of the paper, or not there.
    await expect.soft(page.getByRole('button'), name).toHaveCount(await paper.getByRole('button').count())
    const last = (await paper.innerText()).trim().split(/\s+/).at(-1)!
    const printed = textOf(await page.pdf({ format: 'A5' })).trim()
    expect.soft(printed, name).not.toMatch(/Back|\bPrint\b/)
    expect.soft(printed.slice(-200), name).toContain(last)
  }
})
