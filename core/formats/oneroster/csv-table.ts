import type { MessageOf } from '../../message'
import { clean, splitLines } from '../csv-lines'
import { isSourcedId } from './roster'

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
  /** The columns that the file has. */
  header: readonly string[]
}
/**
 * One file as rows, with what is wrong with its lines and ids noted on the way.
 *
 * @param required the columns that its header must have
 */
export function readTable(
  file: string,
  required: readonly string[],
  texts: ReadonlyMap<string, string>,
  faults: CsvFault[],
): Row[] {
  const name = `${file}.csv`
  const text = texts.get(name)
  if (text === undefined) {
    faults.push({ file: name, line: 1, column: required[0] ?? '', reason: { code: 'file.absent', file: name } })
    return []
  }
  const { header, rows, broken } = splitLines(clean(text))
  if (broken) faults.push({ file: name, line: broken.line, column: header[0] ?? '', reason: broken.reason })
  for (const column of required)
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
    const row = { line, at, header, gone: at('status') === 'tobedeleted' }
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
