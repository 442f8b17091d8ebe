import { levelIn } from '../proficiency/level'
import { shownStandards } from '../proficiency/levels-in'
import type { LevelWindow } from '../proficiency/window'
import { standardsOf } from '../plan/standards-of'
import type { ClassSnapshot } from '../section'
import type { SentLevel } from './thing'

/** The standards that are the district's: one of a class's own does not leave the class. */
export const districtStandards = (snapshot: ClassSnapshot): ReadonlySet<string> =>
  new Set(standardsOf(snapshot).flatMap((each) => (each.owner === 'district' ? each.id : [])))

/** The reported standards of a period that anything is about, found once for all students. */
export const reportedOf = (window: LevelWindow): string[] => {
  const shown = shownStandards(window)
  return standardsOf(window.snapshot).flatMap((each) =>
    each.reported && each.owner === 'district' && shown.has(each.id) ? each.id : [],
  )
}

/** A student's levels of reported standards as they stand; one of the teacher's own with the calculated value and why. */
export function levelsOf(window: LevelWindow, studentId: string, reported: readonly string[]): SentLevel[] {
  return reported.flatMap((standardId): SentLevel[] => {
    const { effective, override, calculated, reason } = levelIn(window, studentId, standardId)
    if (!effective) return []
    const own = [`calculated ${calculated?.value ?? 'none'}`, reason].filter(Boolean).join('; ')
    return [{ standardId, value: Number(effective.value), label: effective.label, own: override ? own : null }]
  })
}
