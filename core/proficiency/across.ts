import { thousandths } from '../number/decimal'
import type { Level, ProficiencyScale } from '../scales/proficiency'
import type { Student } from '../section'
import { levelIn, type PeriodLevel } from './level'
import type { LevelWindow } from './window'

/** The level that is aimed at: the highest but one, or the only one. */
export const aimOf = ({ levels }: ProficiencyScale): Level | null => levels[1] ?? levels[0] ?? null

/** One student's level of a standard, beside the one of the period before. */
export interface ClassLevel {
  student: Student
  found: PeriodLevel
  earlier: PeriodLevel | null
}

/** Students who stand at one level of a standard; null for those with too little evidence. */
export interface LevelGroup {
  level: Level | null
  students: ClassLevel[]
}

/**
 * One standard across the class: who stands where, those who are not there yet first, each group in roster order.
 *
 * @param before the window of the period before, where there is one
 * @example acrossClass(window, students, 's1', null)[0]?.level?.label // 'Starting'
 */
export function acrossClass(
  window: LevelWindow,
  students: readonly Student[],
  standardId: string,
  before: LevelWindow | null,
): LevelGroup[] {
  const lines = students.map((student) => ({
    student,
    found: levelIn(window, student.id, standardId),
    earlier: before && levelIn(before, student.id, standardId),
  }))
  const groups = new Map<string, LevelGroup>()
  for (const line of lines) {
    const level = line.found.effective
    const key = level?.value ?? ''
    const group = groups.get(key)
    if (group) group.students.push(line)
    else groups.set(key, { level, students: [line] })
  }
  const size = ({ level }: LevelGroup) => (level ? thousandths(level.value) : Infinity)
  return [...groups.values()].sort((a, b) => size(a) - size(b))
}

/** Whether a level is below the one that is aimed at. */
export function isBelowAim(scale: ProficiencyScale, level: Level | null): boolean {
  const aim = aimOf(scale)
  return level !== null && aim !== null && thousandths(level.value) < thousandths(aim.value)
}

/** Whether somebody moved since the period before: up, down, or not; null where one of the two is not known. */
export function moved({ found, earlier }: ClassLevel): 'up' | 'down' | 'same' | null {
  if (!found.effective || !earlier?.effective) return null
  const step = thousandths(found.effective.value) - thousandths(earlier.effective.value)
  return step > 0 ? 'up' : step < 0 ? 'down' : 'same'
}
