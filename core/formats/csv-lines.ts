import Papa from 'papaparse'

/** A line from which on a text cannot be read. */
interface BrokenLine {
  line: number
  reason: { code: 'file.quotes' }
}

/** Without the mark that some programs put before the first letter. */
export const clean = (text: string) => text.replace(/^\uFEFF/, '')

/**
 * Parses with the line that each row begins on, which a field with line breaks in it moves.
 *
 * @param delimiter what stands between fields; empty, whatever the text has
 */
export function splitLines(text: string, delimiter = ',') {
  let header: string[] = []
  const rows: { line: number; fields: string[] }[] = []
  let broken: BrokenLine | null = null
  let line = 1
  let cursor = 0
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors, meta }) => {
      if (!broken && errors.some(({ type }) => type === 'Quotes')) broken = { line, reason: { code: 'file.quotes' } }
      if (data.some((field) => field !== '')) {
        if (header.length) rows.push({ line, fields: data })
        else header = data.map((field) => field.trim())
      }
      line += text.slice(cursor, meta.cursor).split('\n').length - 1
      cursor = meta.cursor
    },
  })
  return { header, rows, broken: broken as BrokenLine | null }
}
