import { strFromU8, unzipSync } from 'fflate'
import { readRosterCsv } from '../../core/formats/oneroster/csv'
import type { Roster } from '../../core/formats/oneroster/roster'
import { Problem } from './problem'

const LARGEST = 200_000_000
const FAULTS_SHOWN = 50

/**
 * Opens a zip of OneRoster CSV files and reads it.
 *
 * @throws Problem `no-zip`, `too-large`, or `csv-faults` with every fault's file, line, column and reason
 */
export function readRosterZip(zip: Uint8Array): Roster {
  const texts = new Map<string, string>()
  let size = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(zip, {
      filter: ({ name, originalSize }) => {
        size += originalSize
        if (size > LARGEST) throw new Problem(413, 'too-large', 'The files in this zip are too large together.')
        return name.endsWith('.csv') && !name.includes('/')
      },
    })
  } catch (error) {
    if (error instanceof Problem) throw error
    throw new Problem(422, 'no-zip', 'This file is no zip, or a broken one. Choose the zip that the district exported.')
  }
  for (const [name, data] of Object.entries(files)) texts.set(name, strFromU8(data))
  const read = readRosterCsv(texts)
  if ('roster' in read) return read.roster
  const { faults } = read
  const first = faults[0]!
  const more = faults.length > 1 ? ` and ${faults.length - 1} more` : ''
  throw new Problem(
    422,
    'csv-faults',
    `${first.file}, line ${first.line}, column ${first.column}: ${first.reason}${more ? ` (${more.trim()})` : ''} Nothing was changed.`,
    faults.slice(0, FAULTS_SHOWN),
  )
}
