import { readRosterCsv, type CsvFault } from '../../core/formats/oneroster/csv'
import { rosterKinds, type Roster, type RosterKind } from '../../core/formats/oneroster/roster'
import { Problem } from '../services/problem'
import { decoded, unpackRoster } from '../services/roster/zip'

const THINGS_AT_ONCE = 500
const FAULTS_SHOWN = 50

/** A roster as it crosses threads: in pieces that the other side reads one at a time, so that it goes on answering. */
export interface RosterPieces {
  pieces: [kind: RosterKind, json: string][]
  rest: Pick<Roster, 'modes' | 'gone'>
}
export type RosterReading =
  RosterPieces | { faults: CsvFault[]; more: number } | { problem: Pick<Problem, 'status' | 'code' | 'figures'> }

/** Reads a zip of OneRoster files, away from the thread that answers. */
export default async function read({ path }: { path: string }): Promise<RosterReading> {
  try {
    const files = await unpackRoster(path)
    const answer = readRosterCsv(new Map([...files].map(([name, data]) => [name, decoded(data)])))
    if ('faults' in answer) return { faults: answer.faults.slice(0, FAULTS_SHOWN), more: answer.faults.length - 1 }
    const { roster } = answer
    return {
      rest: { modes: roster.modes, gone: roster.gone },
      pieces: rosterKinds.flatMap((kind) => [...inPieces(kind, roster[kind])]),
    }
  } catch (error) {
    if (error instanceof Problem) return { problem: { status: error.status, code: error.code, figures: error.figures } }
    throw error
  }
}

function* inPieces(kind: RosterKind, things: readonly unknown[]): Generator<[RosterKind, string]> {
  for (let at = 0; at < things.length; at += THINGS_AT_ONCE)
    yield [kind, JSON.stringify(things.slice(at, at + THINGS_AT_ONCE))]
}
