import Papa from 'papaparse'
import { dangling, type PartMode, type Roster } from './roster'
import { sessionFaults } from './sessions'
import { files, type FileName, type Version } from './csv-columns'
import { RosterReader, type Modes } from './csv-roster'
import { clean, readTable, type CsvFault, type Row } from './csv-table'

export type { CsvFault } from './csv-table'

/**
 * Reads the files of a OneRoster 1.1 or 1.2 CSV exchange (1EdTech). The manifest says of each file whether it is the whole
 * (bulk), only what has changed (delta), or not there (absent); one that it does not name is the whole.
 *
 * @param texts file name to its text, as they were in the zip
 * @returns the roster, or everything that is wrong with the files; never half of it
 * @example readRosterCsv(new Map([['manifest.csv', '…'], …]))
 */
export function readRosterCsv(
  texts: ReadonlyMap<string, string>,
): { roster: Roster; version: Version } | { faults: CsvFault[] } {
  const faults: CsvFault[] = []
  const manifest = readManifest(texts, faults)
  if (manifest === null) return { faults }
  const { version, modes } = manifest
  const tables = Object.fromEntries(
    files[version].map((file) => [file, modes[file] === 'absent' ? [] : readTable(file, version, texts, faults)]),
  ) as Record<FileName, Row[]>
  if (faults.length) return { faults }
  const reader = new RosterReader(tables, version, modes, faults)
  const roster = reader.read()
  if (faults.length) return { faults }
  faults.push(
    // What leads out of a part that is not whole may lead to what is here already.
    ...dangling(roster).flatMap((each) => (roster.modes[each.in] === 'bulk' ? reader.place(each) : [])),
    ...sessionFaults(roster.periods).map(({ id, reason }) => reader.ofSession(id, reason)),
  )
  return faults.length ? { faults } : { roster, version }
}

const partModes: readonly string[] = ['bulk', 'delta', 'absent'] satisfies PartMode[]

function readManifest(
  texts: ReadonlyMap<string, string>,
  faults: CsvFault[],
): { version: Version; modes: Modes } | null {
  const manifest = texts.get('manifest.csv')
  const fault = (line: number, column: string, reason: CsvFault['reason']) => {
    faults.push({ file: 'manifest.csv', line, column, reason })
    return null
  }
  if (manifest === undefined) return fault(1, 'propertyName', { code: 'file.no-manifest' })
  const rows = Papa.parse<string[]>(clean(manifest), { skipEmptyLines: true }).data
  const at = rows.findIndex((row) => row[0] === 'oneroster.version')
  const value = rows[at]?.[1]
  if (value === '1.1' || value === '1.2') {
    const modes: Modes = {}
    for (const file of files[value]) {
      const line = rows.findIndex((row) => row[0] === `file.${file}`)
      const mode = line < 0 ? 'bulk' : (rows[line]![1] ?? '').trim().toLowerCase()
      if (!partModes.includes(mode)) fault(line + 1, 'value', { code: 'file.mode', mode })
      modes[file] = mode as PartMode
    }
    return { version: value, modes }
  }
  return fault(Math.max(at, 0) + 1, 'value', { code: 'file.version', version: value || null })
}
