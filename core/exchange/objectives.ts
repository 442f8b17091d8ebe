import { levelIn } from '../proficiency/level'
import { shownStandards } from '../proficiency/levels-in'
import type { LevelWindow } from '../proficiency/window'
import { standardsOf } from '../plan/standards-of'
import type { ClassSnapshot } from '../section'

/**
 * Standards and levels as OneRoster 1.2 names them: learning objectives, by their CASE identifiers. A standard of a
 * class's own has none, and does not leave the class. Field names from memory of the standard.
 */
const SOURCE = 'case'

/** The standards that an assignment shows. @example objectivesOf(snapshot, ['s1']) // { learningObjectiveSet: [{ source: 'case', … }] } */
export function objectivesOf(snapshot: ClassSnapshot, standardIds: readonly string[]): Record<string, unknown> {
  const ofDistrict = new Set(standardsOf(snapshot).flatMap((each) => (each.owner === 'district' ? each.id : [])))
  const ids = standardIds.filter((id) => ofDistrict.has(id))
  return ids.length ? { learningObjectiveSet: [{ source: SOURCE, learningObjectiveIds: ids }] } : {}
}

/** The reported standards of a period that anything is about, found once for all students. */
export const reportedOf = (window: LevelWindow): string[] => {
  const shown = shownStandards(window)
  return standardsOf(window.snapshot).flatMap((each) =>
    each.reported && each.owner === 'district' && shown.has(each.id) ? each.id : [],
  )
}

/**
 * A student's levels of reported standards as they stand, the value as score and the label as text; a level of the
 * teacher's own says so in the metadata, with the calculated value and the reason.
 *
 * @returns nothing where there is no level
 */
export function levelFields(window: LevelWindow, studentId: string, reported: readonly string[]) {
  const found = reported.flatMap((id) => {
    const level = levelIn(window, studentId, id)
    return level.effective ? [{ id, ...level, effective: level.effective }] : []
  })
  if (found.length === 0) return null
  const own = found.filter((each) => each.override)
  return {
    learningObjectiveSet: [
      {
        source: SOURCE,
        learningObjectiveResults: found.map(({ id, effective }) => ({
          learningObjectiveId: id,
          score: Number(effective.value),
          textScore: effective.label,
        })),
      },
    ],
    metadata: Object.fromEntries(
      own.map(({ id, calculated, reason }) => [
        `ownLevel.${id}`,
        [`calculated ${calculated?.value ?? 'none'}`, reason].filter(Boolean).join('; '),
      ]),
    ),
  }
}
