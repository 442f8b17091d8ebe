import { rosterKinds, type Roster, type RosterHead, type RosterKind } from '../../../core/formats/oneroster/roster'
import { inTurns, type Rest } from './rows'

/** A roster that is looked at some hundred things at a time, wherever it is kept. */
export interface RosterInPieces {
  head: RosterHead
  /** The things of one kind, each once, in the order in which they came. */
  pieces<K extends RosterKind>(kind: K): AsyncIterable<Roster[K]>
  /** Those of these ids that things of a kind have. */
  among(kind: RosterKind, ids: readonly string[]): Promise<ReadonlySet<string>>
}

/** A roster that is held whole: small, or just read from files. A thing that comes twice means the later one. */
export function inPieces(roster: Roster, rest: Rest): RosterInPieces {
  const things = Object.fromEntries(
    rosterKinds.map((kind) => [kind, new Map(roster[kind].map((thing) => [thing.id, thing]))]),
  ) as Record<RosterKind, Map<string, unknown>>
  return {
    head: headOf(roster),
    pieces: <K extends RosterKind>(kind: K) =>
      inTurns([...things[kind].values()] as Roster[K][number][], rest) as AsyncIterable<Roster[K]>,
    among: async (kind, ids) => new Set(ids.filter((id) => things[kind].has(id))),
  }
}

/** What is said of a roster as a whole. */
export const headOf = ({ modes, gone, taughtBy }: RosterHead): RosterHead => ({
  modes,
  gone,
  ...(taughtBy === undefined ? {} : { taughtBy }),
})

/** All things of a kind of which there are few. */
export async function allOf<K extends RosterKind>(roster: RosterInPieces, kind: K): Promise<Roster[K]> {
  const all: unknown[] = []
  for await (const piece of roster.pieces(kind)) all.push(...piece)
  return all as Roster[K]
}
