import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import { rosterKinds, type Roster, type RosterKind } from '../../../core/formats/oneroster/roster'
import { inTurns, type Rest } from './rows'

const zip = promisify(gzip)
const unzip = promisify(gunzip)
const THINGS_AT_ONCE = 500

type Things = Pick<Roster, RosterKind>

/**
 * A roster and what is to be done with it, as text that a row holds: a line for each few hundred things, so that no
 * line keeps others waiting for long.
 *
 * @param rest lets whoever else waits for an answer have it, between two lines
 */
export async function packRoster<T>(roster: Roster, working: T, rest: Rest): Promise<string> {
  const things = Object.fromEntries(rosterKinds.map((kind) => [kind, []]))
  const lines = [JSON.stringify({ roster: { ...roster, ...things }, working })]
  for (const kind of rosterKinds)
    for await (const piece of inTurns<unknown>(roster[kind], rest, THINGS_AT_ONCE))
      lines.push(JSON.stringify([kind, piece]))
  return (await zip(lines.join('\n'))).toString('base64')
}

/** What was packed. @example (await unpackRoster<Working>(packed, rest)).roster.classes.length // 1000 */
export async function unpackRoster<T>(packed: string, rest: Rest): Promise<{ roster: Roster; working: T }> {
  const [first, ...lines] = (await unzip(Buffer.from(packed, 'base64'))).toString('utf8').split('\n')
  const kept = JSON.parse(first!) as { roster: Roster; working: T }
  for (const line of lines) {
    const [kind, piece] = JSON.parse(line) as [RosterKind, Things[RosterKind]]
    ;(kept.roster[kind] as unknown[]).push(...piece)
    await rest()
  }
  return kept
}
