import { partsOf } from '../kind'
import { entriesOf } from '../records'
import { levelIn } from './level'
import type { StandardLevel } from './standard-level'
import type { LevelWindow } from './window'

/**
 * A student's levels, as they stand, of the reported standards that anything in a reporting window is about, in the order
 * of their tree: where something is about a standard, its areas are there too.
 *
 * @example levelsIn(levelWindow(snapshot, quarter2), 'ann')[0]?.level?.short // '3'
 */
export function levelsIn(window: LevelWindow, studentId: string): StandardLevel[] {
  const { tree } = window
  const shown = shownStandards(window)
  return tree.roots
    .flatMap((each) => tree.within(each.id))
    .filter((each) => each.reported && shown.has(each.id))
    .map(({ id, code, statement, habit }) => ({
      standardId: id,
      code,
      statement,
      habit,
      isArea: tree.childrenOf(id).length > 0,
      level: levelIn(window, studentId, id).effective,
    }))
}

/** The standards that work, an observation or a teacher's level of a window is about, and the areas above them. */
export function shownStandards({ snapshot, tree, period, assignments, holds }: LevelWindow): Set<string> {
  const shown = new Set(assignments.flatMap((each) => each.standardIds))
  for (const [id, { level, on }] of entriesOf(snapshot.records, 'observation'))
    if (level !== null && on !== null && holds(on)) shown.add(partsOf(id)[1]!)
  for (const [id, { level }] of entriesOf(snapshot.records, 'levelOverride'))
    if (level !== null && id.endsWith(`/${period.id}`)) shown.add(partsOf(id)[1]!)
  // A set is walked to what is added on the way: the areas above come too.
  for (const id of shown) {
    const parent = tree.get(id)?.parentId
    if (parent && tree.get(parent)) shown.add(parent)
  }
  return shown
}
