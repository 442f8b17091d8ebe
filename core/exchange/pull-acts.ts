import type { Desired } from '../desired'
import { readDecimal } from '../number/decimal'
import { rescaledScores } from '../grading/points-change'
import type { ClassSnapshot } from '../section'
import type { PullDifference } from './pull'
import { shortNameOf } from './pull'
import { taking } from './take'
import type { Fields } from './thing'

/** What a difference of a pull changes here; null where that cannot be typed here. */
export interface Pulled {
  difference: PullDifference
  desired: Desired[] | null
}

/**
 * What is to be changed here for the differences that are taken: new assignments and those that come back, changed ones,
 * those that are put away, and scores.
 *
 * @param rescale whether scores that were typed here grow with the points possible
 */
export function pulledIn(snapshot: ClassSnapshot, differences: readonly PullDifference[], rescale: boolean): Pulled[] {
  const names = new Set<string>()
  const scored = new Set(differences.flatMap((each) => (each.type === 'score' ? each.id : [])))
  return differences.map((difference) => {
    if (difference.type === 'score') return { difference, desired: scoreFrom(snapshot, difference) }
    const { id, step, after, here, differing } = difference
    if (step === 'remove') return { difference, desired: [{ kind: 'assignment', id, to: { removed: true } }] }
    if (step === 'create') return { difference, desired: [created(snapshot, id, after!, names)] }
    const changed = differing.filter((name) => after![name] !== here![name])
    const to = Object.fromEntries(changed.map((name) => [name, after![name]]))
    const points = rescale && changed.includes('points') ? readDecimal(String(after!.points)) : null
    const scaled = points === null ? [] : rescaledScores(snapshot, { assignmentId: id, points }, scored)
    return { difference, desired: [{ kind: 'assignment', id, to } as Desired, ...scaled] }
  })
}

/** A new assignment, or one that was put away and comes back. */
function created(snapshot: ClassSnapshot, id: string, after: Fields, names: Set<string>): Desired {
  const isBack = snapshot.records.assignment[id] !== undefined
  if (isBack) return { kind: 'assignment', id, to: { ...after, removed: false } } as Desired
  const shortName = shortNameOf(snapshot, String(after.name), names)
  names.add(shortName)
  return { kind: 'assignment', id, to: { ...after, shortName, removed: false } } as Desired
}

function scoreFrom(snapshot: ClassSnapshot, difference: PullDifference): Desired[] | null {
  return taking(snapshot, { ...difference, here: difference.here ?? {} })
}
