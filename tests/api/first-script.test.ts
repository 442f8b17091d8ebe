import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const folder = '.output/public/_nuxt'
const scripts = readdirSync(folder)
  .filter((name) => name.endsWith('.js'))
  .map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }))
/** The script that every page begins with says in its first line that all of it is wanted. */
const first = scripts.filter(({ text }) => text.startsWith('//# allFunctionsCalledOnLoad'))

// What is asked for late would come in early again by a single tag that is not imported from `later.ts`.
it('what every page begins with has the Gradebook, and nothing that is shown only when it is asked for', () => {
  expect(first).toHaveLength(1)
  const { text } = first[0]!
  expect(text).toContain('gridcell')
  for (const late of ['p-dialog-header', 'p-select-overlay', 'p-checkbox-box', 'p-textarea', 'All keys']) {
    expect(scripts.filter((each) => each.text.includes(late))).not.toEqual([])
    expect(text.includes(late), late).toBe(false)
  }
})
