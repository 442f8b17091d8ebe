import { formatISO } from 'date-fns'
import Papa from 'papaparse'

export type FileKind = 'csv' | 'xlsx'

/** Tells a spreadsheet program that the text is UTF-8. */
const BOM = '\ufeff'
const MOST_BYTES = 4_000_000

/**
 * Reads a CSV or XLSX file as a table of text: of a workbook the first sheet, dates as civil dates.
 *
 * @throws Error with words for a person when it is neither, or too large
 */
export async function tableOfFile(file: File): Promise<string[][]> {
  if (file.size > MOST_BYTES) throw new Error('This file is larger than 4 MB, which no class needs. Choose another.')
  if (/\.xlsx$/i.test(file.name)) return tableOfWorkbook(file)
  if (/\.(csv|tsv|txt)$/i.test(file.name)) return tableOfText(await file.text())
  throw new Error('This is no CSV or XLSX file. Save the sheet as one of these, and choose it again.')
}

/** The rows of a text with commas, semicolons or tabs between the cells. */
export function tableOfText(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' })
  // What was written so that no spreadsheet takes it for a formula is read without that sign.
  return data.map((row) => row.map((cell) => cell.replace(/^'(?=[=+\-@])/, '')))
}

async function tableOfWorkbook(file: File): Promise<string[][]> {
  const { readSheet } = await import('read-excel-file/universal')
  const rows = await readSheet(file).catch(() => {
    throw new Error('This XLSX file cannot be read. Open it in a spreadsheet program, save it anew, and try again.')
  })
  return rows.map((row) => row.map(cellText))
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return ''
  if (cell instanceof Date) return formatISO(cell, { representation: 'date' })
  // What is added up in a spreadsheet may end in the noise of binary fractions.
  return typeof cell === 'number' ? String(Number(cell.toPrecision(12))) : String(cell)
}

/** Makes a file of a table. In a workbook numbers are numbers, and the heads and names stay in view. */
export async function fileOfTable(table: readonly (readonly string[])[], kind: FileKind): Promise<Blob> {
  if (kind === 'csv')
    return new Blob([BOM + Papa.unparse(table as string[][], { escapeFormulae: true })], { type: 'text/csv' })
  const { default: write } = await import('write-excel-file/universal')
  const rows = table.map((row, line) =>
    row.map((text) => {
      if (text === '') return null
      const [number, decimals] = /^\d+(?:\.(\d+))?$/.exec(text) ?? []
      return {
        ...(number === undefined ? { value: text, type: String } : { value: Number(text), type: Number }),
        // 90.0 stays 90.0, as on the screen.
        ...(decimals ? { format: `0.${'0'.repeat(decimals.length)}` } : {}),
        ...(line === 0 ? { fontWeight: 'bold' as const } : {}),
      }
    }),
  )
  return write(rows, { stickyRowsCount: 1, stickyColumnsCount: 1, columns: [{ width: 26 }, { width: 10 }] }).toBlob()
}

/** Gives a file to the person. */
export function handOver(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
