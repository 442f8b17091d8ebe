import Papa from 'papaparse'
import type { Version } from './csv-columns'
import { clean } from '../csv-lines'
import type { CsvFault } from './csv-table'
import type { PartMode } from './roster'

const partModes: readonly string[] = ['bulk', 'delta', 'absent'] satisfies PartMode[]

/** Whether each file is the whole, only what has changed, or not there; one that the manifest does not name is the whole. */
export type Modes<F extends string = string> = Partial<Record<F, PartMode>>

/**
 * Reads the manifest of a OneRoster exchange.
 *
 * @param filesOf the files that are read of a version, without their ending
 * @returns null where it cannot be read; why is noted
 */
export function readManifest<F extends string>(
  texts: ReadonlyMap<string, string>,
  filesOf: (version: Version) => readonly F[],
  faults: CsvFault[],
): { version: Version; modes: Modes<F> } | null {
  const manifest = texts.get('manifest.csv')
  const fault = (line: number, column: string, reason: CsvFault['reason']) => {
    faults.push({ file: 'manifest.csv', line, column, reason })
    return null
  }
  if (manifest === undefined) return fault(1, 'propertyName', { code: 'file.no-manifest' })
  const rows = Papa.parse<string[]>(clean(manifest), { skipEmptyLines: true }).data
  const at = rows.findIndex((row) => row[0] === 'oneroster.version')
  const value = rows[at]?.[1]
  if (value !== '1.1' && value !== '1.2')
    return fault(Math.max(at, 0) + 1, 'value', { code: 'file.version', version: value || null })
  const modes: Modes<F> = {}
  for (const file of filesOf(value)) {
    const line = rows.findIndex((row) => row[0] === `file.${file}`)
    const mode = line < 0 ? 'bulk' : (rows[line]![1] ?? '').trim().toLowerCase()
    if (!partModes.includes(mode)) fault(line + 1, 'value', { code: 'file.mode', mode })
    modes[file] = mode as PartMode
  }
  return { version: value, modes }
}
