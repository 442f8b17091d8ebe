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
 * Whose calculated levels are others under other settings, by student and standard. A level of the teacher's own stays
 * what it is, and is not among them.
 *
 * @example levelMoves(snapshot, quarter2, { ...settings, window: 'year' }).length // 14
 */
export function levelMoves(snapshot: ClassSnapshot, period: Period, settings: ProficiencySettings): LevelMove[] {
  const before = levelWindow(snapshot, period)
  const after = levelWindow(underSettings(snapshot, settings), period)
  const shown = new Set([...shownStandards(before), ...shownStandards(after)])
  const inOrder = [...shown].sort((a, b) => before.tree.placeOf(a) - before.tree.placeOf(b))
  return snapshot.students.flatMap(({ id: studentId }) =>
    inOrder.flatMap((id): LevelMove[] => {
      const standard = before.tree.get(id)
      if (!standard) return []
      const was = levelIn(before, studentId, id)
      const is = levelIn(after, studentId, id)
      return sameLevel(was.effective, is.effective) ? [] : [{ studentId, standard, before: was, after: is }]
    }),
  )
}

const sameLevel = (a: Level | null, b: Level | null) => a?.value === b?.value

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
