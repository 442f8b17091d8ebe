import type { CivilDate } from '../calendar/date'
import { same } from '../same'
import type { Desired } from '../desired'
import { blanks } from '../kinds'
import type { Framework, StandardRecord } from './standard'

/** What bringing a framework would do, before it is done. */
export interface StandardsPlan {
  desired: Desired[]
  added: string[]
  changed: { id: string; before: string; after: string }[]
  /** Those that their owner has taken away: their evidence stays, and they say so. */
  withdrawn: string[]
  same: number
}

const describe = ({ code, statement }: Pick<StandardRecord, 'code' | 'statement'>) =>
  [code, statement].filter(Boolean).join(' ')

/**
 * Compares a framework with what is here. What the district has decided of a standard here (whether it is reported, what
 * it weighs) stays; what is of this framework and no longer in it is withdrawn, and never removed.
 *
 * @param present the district's standards, by id
 * @example bringStandards({}, framework, '2026-11-26').added.length // 31
 */
export function bringStandards(
  present: Readonly<Record<string, StandardRecord>>,
  { id: documentId, standards }: Framework,
  today: CivilDate,
): StandardsPlan {
  const plan: StandardsPlan = { desired: [], added: [], changed: [], withdrawn: [], same: 0 }
  for (const [id, incoming] of Object.entries(standards)) {
    const before = present[id]
    if (!before || before.removed) {
      plan.desired.push({ kind: 'standard', id, to: incoming })
      plan.added.push(describe(incoming))
      continue
    }
    const { reported, weight } = before
    const after = { ...incoming, reported, weight }
    if (same(before, after)) plan.same++
    else {
      plan.desired.push({ kind: 'standard', id, to: after })
      // What only stands at another place is not worth a line.
      const words = { id, before: describe(before), after: describe(after) }
      if (words.before !== words.after || before.parentId !== after.parentId) plan.changed.push(words)
    }
  }
  for (const [id, each] of Object.entries(present)) {
    if (each.removed || each.source?.documentId !== documentId || id in standards || each.withdrawnOn !== null) continue
    plan.desired.push({ kind: 'standard', id, to: { withdrawnOn: today } })
    plan.withdrawn.push(describe(each))
  }
  return plan
}

/** A standard of one's own, ready to be written. */
export const newStandard = (given: Partial<StandardRecord>): StandardRecord => ({
  ...blanks.standard,
  removed: false,
  ...given,
})
