import { dangling, type Roster } from './roster'
import { sessionFaults } from './sessions'
import { columns, files, type FileName, type Version } from './csv-columns'
import { readManifest } from './csv-manifest'
import { RosterReader } from './csv-roster'
import { readTable, type CsvFault, type Row } from './csv-table'

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
  const manifest = readManifest(texts, (version) => files[version], faults)
  if (manifest === null) return { faults }
  const { version, modes } = manifest
  const tables = Object.fromEntries(
    files[version].map((file) => [
      file,
      modes[file] === 'absent' ? [] : readTable(file, columns[version][file]!, texts, faults),
    ]),
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
