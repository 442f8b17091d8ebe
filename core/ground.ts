import type { Change } from './acts/act'
import { refusalOf, type Kind } from './kinds'
import type { Ground, Refusal } from './kind'
import { districtScale } from './plan/level-scale'
import { levelContext } from './proficiency/context'
import { record } from './records'
import type { ClassSnapshot } from './section'

/** What changes of a class are held against, as far as the class itself says it; what they make is known among them. */
function groundOf(snapshot: ClassSnapshot, changes: readonly Change[]): Ground {
  const { section, students, standards, periods, records, policy, scales } = snapshot
  const isOf = (list: readonly { id: string }[], id: string) => list.some((each) => each.id === id)
  const isMade = (kind: Kind, id: string) =>
    id in records[kind] || changes.some((each) => each.kind === kind && each.id === id)
  return {
    knows(what, id) {
      if (what === 'assignment' || what === 'category') return isMade(what, id)
      if (what === 'standard') return isOf(standards, id) || isMade(what, id)
      if (what === 'section') return id === section.id
      if (what === 'district' || what === 'course') return false
      return isOf({ student: students, period: periods }[what], id)
    },
    isClosed: (periodId) => snapshot.windows[periodId]?.isClosed ?? false,
    policy,
    scales: scales.filter((each) => each.owner === 'district'),
    levelsFor: (standardId) => levelContext(snapshot).scaleFor(standardId),
    districtLevels: districtScale(snapshot),
    levelScales: snapshot.levelScales,
  }
}

/**
 * Why changes of a class cannot be kept, before they are sent: by the kinds' own word, which the server takes too.
 *
 * @returns the first reason, null where there is none
 * @example refusalIn(snapshot, [overAHundredExtra]) // { code: 'refused.extra-most', most: 100 }
 */
export function refusalIn(snapshot: ClassSnapshot, changes: readonly Change[]): Refusal | null {
  const ground = groundOf(snapshot, changes)
  for (const change of changes) {
    const refused = refusalOf(change, record(snapshot.records, change.kind, change.id), ground)
    if (refused) return refused
  }
  return null
}
