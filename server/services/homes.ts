import { blanks, refusalOf, type Kind } from '../../core/kinds'
import type { Change } from '../../core/acts/act'
import type { Ground } from '../../core/kind'
import { record, type Records } from '../../core/records'
import type { Db } from '../database/client'
import { DISTRICT, districtPolicy, scalesFor } from './district'
import { knownIds } from './known-ids'
import { kindsOfClass } from './records-store'
import { proficiencyScaleOf } from './snapshot'

/** Why a change cannot be kept, or null. `present` is what the records are just before it. */
export type Refuse = (change: Change, present: Records) => string | null

/** Where records belong: a class, a person, or the district. */
export interface Home {
  id: string
  /** Reads what its changes are held against. */
  rules(tx: Db): Promise<Refuse>
}

export const classHome = (sectionId: string): Home => ({
  id: sectionId,
  async rules(tx) {
    const known = await knownIds(tx, sectionId)
    const { policy } = await districtPolicy(tx)
    const ground: Ground = {
      knows: (what, id) => known[what].has(id),
      policy,
      scales: policy.scaleIds ? await scalesFor(tx, []) : [],
      levels: await proficiencyScaleOf(tx),
    }
    return (change, present) => {
      // What an act makes is known from then on.
      if (change.kind === 'assignment' || change.kind === 'category') known[change.kind].add(change.id)
      return refusal(change, present, kindsOfClass, ground)
    }
  },
})

/** A teacher's own things: scales, and patterns of assignments. */
export const deskHome = (userId: string): Home => outsideClasses(userId, ['scale', 'pattern'])

/** What the district keeps for everybody: its policy and its scales. */
export const districtHome: Home = outsideClasses(DISTRICT, ['scale', 'policy'])

function outsideClasses(id: string, kinds: readonly Kind[]): Home {
  const ground: Ground = {
    knows: (what, named) => what === 'district' && named === DISTRICT,
    policy: blanks.policy,
    scales: [],
    levels: { id: 'none', name: '', levels: [] },
  }
  return { id, rules: () => Promise.resolve((change, present) => refusal(change, present, kinds, ground)) }
}

function refusal(change: Change, present: Records, kinds: readonly Kind[], ground: Ground): string | null {
  if (!kinds.includes(change.kind)) return 'This does not belong here.'
  return refusalOf(change, record(present, change.kind, change.id), ground)
}
