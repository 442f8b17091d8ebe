import type { Period } from '../calendar/periods'
import { planOf } from '../plan/rules'
import type { Level } from '../scales/proficiency'
import type { ClassSnapshot, Standard } from '../section'
import { levelIn, type PeriodLevel } from './level'
import type { ProficiencySettings } from './settings'
import { shownStandards } from './levels-in'
import { levelWindow, type LevelWindow } from './window'

/** The class as it would be under other settings of levels; nothing of it is changed. */
export function underSettings(snapshot: ClassSnapshot, proficiency: ProficiencySettings): ClassSnapshot {
  const { records, section } = snapshot
  const plan = { ...records.plan, [section.id]: { ...planOf(snapshot), proficiency } }
  return { ...snapshot, records: { ...records, plan } }
}

/** One level that two settings say differently. */
export interface LevelMove {
  studentId: string
  standard: Standard
  before: PeriodLevel
  after: PeriodLevel
}

/**
 * Whose levels in a period are others in a class as it would be, by student and standard: under other settings, or
 * another scale.
 *
 * @example levelMoves(snapshot, underSettings(snapshot, { ...settings, window: 'year' }), quarter2).length // 14
 */
export function levelMoves(now: ClassSnapshot, then: ClassSnapshot, period: Period): LevelMove[] {
  const before = levelWindow(now, period)
  const after = levelWindow(then, period)
  const shown = new Set([...shownStandards(before), ...shownStandards(after)])
  const inOrder = [...shown].sort((a, b) => before.tree.placeOf(a) - before.tree.placeOf(b))
  return now.students.flatMap(({ id: studentId }) =>
    inOrder.flatMap((id): LevelMove[] => {
      const standard = before.tree.get(id)
      if (!standard) return []
      const was = levelIn(before, studentId, id)
      const is = levelIn(after, studentId, id)
      return sameLevel(was.effective, is.effective) ? [] : [{ studentId, standard, before: was, after: is }]
    }),
  )
}

const sameLevel = (a: Level | null, b: Level | null) => a?.value === b?.value && a?.label === b?.label

/** Which of the things that two settings differ in makes a level another: its evidence, or how it is put together. */
export const sameEvidence = ({ before, after }: Pick<LevelMove, 'before' | 'after'>): boolean =>
  before.evidence.length === after.evidence.length

/** The level of a standard in each earlier period of the same length, oldest first. */
export function earlierLevels(
  window: LevelWindow,
  studentId: string,
  standardId: string,
): { period: Period; level: PeriodLevel }[] {
  const { snapshot, period } = window
  return snapshot.periods
    .filter((each) => each.kind === period.kind && each.lastDay < period.firstDay)
    .sort((a, b) => (a.firstDay < b.firstDay ? -1 : 1))
    .map((each) => ({ period: each, level: levelIn(levelWindow(snapshot, each), studentId, standardId) }))
}
