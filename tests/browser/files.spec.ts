import { readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { readSheet } from 'read-excel-file/node'
import writeExcel from 'write-excel-file/node'
import { expect, test, type Desk } from './fixtures'

test.beforeEach(async ({ desk }) => {
  await desk.openClass('Earth Systems 7A')
})

async function save(desk: Desk, kind: 'CSV' | 'XLSX'): Promise<string> {
  await desk.page.getByRole('button', { name: 'Files' }).click()
  const download = desk.page.waitForEvent('download')
  await desk.page.getByRole('button', { name: `Save as ${kind}` }).click()
  const path = join(tmpdir(), `yukata-${Date.now()}-${(await download).suggestedFilename()}`)
  await (await download).saveAs(path)
  return path
}
async function read(desk: Desk, file: string | { name: string; mimeType: string; buffer: Buffer }): Promise<void> {
  if (!(await desk.page.getByRole('dialog', { name: 'Files' }).isVisible()))
    await desk.page.getByRole('button', { name: 'Files' }).click()
  await desk.page.getByLabel('File with scores').setInputFiles(file)
}

test('a CSV that was saved and not edited changes nothing; one edit changes just that; a new column is an assignment', async ({
  desk,
  page,
}) => {
  const path = await save(desk, 'CSV')
  await read(desk, path)
  const dialog = page.getByRole('dialog').last()
  await expect(dialog.getByText('Nothing would change')).toBeVisible()
  await dialog.getByRole('button', { name: 'Back' }).click()

  const table = Papa.parse<string[]>(readFileSync(path, 'utf8')).data
  const core = table[0]!.indexOf('Core sample drawing')
  const dawit = table.find((row) => row[0]!.startsWith('Bekele'))!
  expect(dawit[core]).toBe('6')
  dawit[core] = '9 late'
  table.forEach((row, at) => row.push(at === 0 ? 'Tide table reading' : row === dawit ? '7' : ''))
  table.push(['Petrosyan, Nobody', ...Array<string>(table[0]!.length - 1).fill('3')])
  await read(desk, { name: 'edited.csv', mimeType: 'text/csv', buffer: Buffer.from(Papa.unparse(table)) })
  const edited = page.getByRole('dialog', { name: 'edited.csv' })
  await expect(edited.getByText('1 new assignment, 2 scores would change')).toBeVisible()
  await expect(edited.getByRole('row', { name: /Petrosyan, Nobody/ })).toContainText('nobody here has this name')
  await edited.getByRole('button', { name: 'Keep these' }).click()
  await expect(desk.cell('Bekele, Dawit', 'Core sample drawing')).toHaveAccessibleName('9, late')
  await expect(desk.cell('Bekele, Dawit', 'Tide table reading')).toHaveText('7')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(dialog).toContainText('1 score leaves the grades.')
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /Tide table/ })).toHaveCount(0)
  await expect(desk.cell('Bekele, Dawit', 'Core sample drawing')).toHaveText('6')
})

test('the same there and back as XLSX, by another program', async ({ desk, page }) => {
  const rows = await readSheet(await save(desk, 'XLSX'))
  const core = rows[0]!.indexOf('Core sample drawing')
  const dawit = rows.find((row) => String(row[0]).startsWith('Bekele'))!
  expect(dawit[core]).toBe(6)
  dawit[core] = 8.5
  const path = join(tmpdir(), `yukata-${Date.now()}-edited.xlsx`)
  await writeExcel(
    rows.map((row) => row.map((cell) => (cell === null ? null : { value: cell as string | number }))),
  ).toFile(path)
  await read(desk, path)
  await expect(page.getByText('1 score would change')).toBeVisible()
  await page.getByRole('button', { name: 'Keep these' }).click()
  await expect(desk.cell('Bekele, Dawit', 'Core sample drawing')).toHaveText('8.5')
  await page.getByRole('button', { name: 'Undo' }).click()
})

test('a file that cannot be read says what to do, and nothing is lost', async ({ desk, page }) => {
  await read(desk, { name: 'scores.xlsx', mimeType: 'application/zip', buffer: Buffer.from('no workbook') })
  await expect(page.getByText(/This XLSX file cannot be read/)).toBeVisible()
  await read(desk, { name: 'other.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2\n') })
  await expect(page.getByText(/No row of it has the name of a student/)).toBeVisible()
})
