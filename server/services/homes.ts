import type { Change } from '../../core/acts/act'
import { record, type Kind, type Records } from '../../core/acts/records'
import { scaleFaults } from '../../core/scales/faults'
import type { Db } from '../database/client'
import { DISTRICT, districtPolicy, scalesFor } from './district'
import { policyRefusal } from './policy-refusal'
import { kindsOfClass } from './records-store'
import { referents, refusal } from './referents'

/** Why a change cannot be kept, or null. `present` is what the records are just before it. */
export type Refuse = (change: Change, present: Records) => string | null

/** Where records belong: a class, a person's desk, or the district. */
export interface Home {
  id: string
  /** Reads what its changes are held against. */
  rules(tx: Db): Promise<Refuse>
}

export const classHome = (sectionId: string): Home => ({
  id: sectionId,
  async rules(tx) {
    const known = await referents(tx, sectionId)
    const { policy } = await districtPolicy(tx)
    const scales = policy.scaleIds ? await scalesFor(tx, []) : []
    return (change, present) =>
      ofKinds(change, kindsOfClass) ??
      refusal(change, known) ??
      (change.kind === 'plan' ? policyRefusal(change as Change<'plan'>, policy, scales, known) : null) ??
      (change.kind === 'category' ? categoryRefusal(change as Change<'category'>, present) : null)
  },
})

/** A teacher's own things: scales, and patterns of assignments. */
export const deskHome = (userId: string): Home => ({
  id: userId,
  rules: () => Promise.resolve(ofDesk(['scale', 'pattern'])),
})

/** What the district keeps for everybody: its policy and its scales. */
export const districtHome: Home = { id: DISTRICT, rules: () => Promise.resolve(ofDesk(['scale', 'policy'])) }

const ofKinds = (change: Change, kinds: readonly Kind[]) =>
  kinds.includes(change.kind) ? null : 'This does not belong here.'

function ofDesk(kinds: readonly Kind[]): Refuse {
  return (change, present) => {
    if (change.kind === 'policy' && change.id !== DISTRICT) return 'The district has one policy.'
    const wrong = ofKinds(change, kinds)
    if (wrong || change.kind !== 'scale') return wrong
    const next = { ...record(present, 'scale', change.id), ...(change as Change<'scale'>).to }
    if (next.removed) return null
    if (next.steps.length === 0) return 'A scale has at least one step.'
    return scaleFaults(next.steps).find((fault) => !fault.mild)?.text ?? null
  }
}

/** Extra credit is in percentage points, so its weight has a sensible end. */
function categoryRefusal(change: Change<'category'>, present: Records): string | null {
  const next = { ...record(present, 'category', change.id), ...change.to }
  return next.extraCredit && Number(next.weight) > 100 ? 'Extra credit adds at most 100 points to a grade.' : null
}
