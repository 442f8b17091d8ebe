import { readGradebookFiles, type GradebookFiles } from '../../core/formats/oneroster/csv-gradebook'
import type { CsvFault } from '../../core/formats/oneroster/csv-table'
import { Problem } from '../services/problem'
import { decoded, unpackGradebook } from '../services/roster/zip'

const FAULTS_SHOWN = 50

export type GradebookReading =
  GradebookFiles | { faults: CsvFault[]; more: number } | { problem: Pick<Problem, 'status' | 'code' | 'figures'> }

/** Reads a zip of a gradebook's OneRoster files, away from the thread that answers. */
export default async function read({ path }: { path: string }): Promise<GradebookReading> {
  try {
    const files = await unpackGradebook(path)
    const answer = readGradebookFiles(new Map([...files].map(([name, data]) => [name, decoded(data)])))
    if ('faults' in answer) return { faults: answer.faults.slice(0, FAULTS_SHOWN), more: answer.faults.length - 1 }
    return answer
  } catch (error) {
    if (error instanceof Problem) return { problem: { status: error.status, code: error.code, figures: error.figures } }
    throw error
  }
}
