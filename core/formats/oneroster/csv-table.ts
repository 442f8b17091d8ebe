import Papa from 'papaparse'
import type { MessageOf } from '../../message'
import { isSourcedId } from './roster'
import { columns, type FileName, type Version } from './csv-columns'

/** Where a file is wrong, and why. Lines count from 1, the header being line 1. */
export interface CsvFault {
  file: string
  line: number
  column: string
  reason: MessageOf<'file'>
}

export interface Row {
  line: number
  /** To be taken away, as a delta says it. */
  gone: boolean
  at: (column: string) => string
}
/** One file as rows, with what is wrong with its lines and ids noted on the way. */
export function readTable(
  file: FileName,
  version: Version,
  texts: ReadonlyMap<string, string>,
  faults: CsvFault[],
): Row[] {
  const name = `${file}.csv`
  const text = texts.get(name)
  if (text === undefined) {
    faults.push({
      file: name,
      line: 1,
      column: columns[version][file]![0]!,
      reason: { code: 'file.absent', file: name },
    })
    return []
  }
  const { header, rows, broken } = splitLines(clean(text))
  if (broken) faults.push({ file: name, line: broken.line, column: header[0] ?? '', reason: broken.reason })
  for (const column of columns[version][file]!)
    if (!header.includes(column))
      faults.push({ file: name, line: 1, column, reason: { code: 'file.no-column', column } })
  const seen = new Map<string, number>()
  const places = new Map(header.map((column, place) => [column, place]))
  return rows.flatMap(({ line, fields }) => {
    if (fields.length !== header.length) {
      faults.push({
        file: name,
        line,
        column: header[Math.min(fields.length, header.length) - 1] ?? '',
        reason: { code: 'file.fields', fields: fields.length, header: header.length },
      })
      return []
    }
    const at = (column: string) => (fields[places.get(column) ?? -1] ?? '').trim()
    const row = { line, at, gone: at('status') === 'tobedeleted' }
    const id = row.at('sourcedId')
    if (id === '')
      faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.empty', column: 'sourcedId' } })
    else if (!isSourcedId(id)) faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.id' } })
    else if (seen.has(id))
      faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.id-twice', id, line: seen.get(id)! } })
    seen.set(id, line)
    return [row]
  })
}

/** Without the mark that some programs put before the first letter. */
export const clean = (text: string) => text.replace(/^\uFEFF/, '')

/** Parses with the line that each row begins on, which a field with line breaks in it moves. */
function splitLines(text: string) {
  let header: string[] = []
  const rows: { line: number; fields: string[] }[] = []
  let broken: Pick<CsvFault, 'line' | 'reason'> | null = null
  let line = 1
  let cursor = 0
  Papa.parse<string[]>(text, {
    delimiter: ',',
    step: ({ data, errors, meta }) => {
      if (errors[0] && !broken) broken = { line, reason: { code: 'file.quotes' } }
      if (data.some((field) => field !== '')) {
        if (header.length) rows.push({ line, fields: data })
        else header = data.map((field) => field.trim())
      }
      line += text.slice(cursor, meta.cursor).split('\n').length - 1
      cursor = meta.cursor
    },
  })
  return { header, rows, broken: broken as Pick<CsvFault, 'line' | 'reason'> | null }
}
