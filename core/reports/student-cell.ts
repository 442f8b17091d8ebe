import type { CivilDate } from '../calendar/date'
import { countingDay } from '../calendar/periods'
import { hasLeft, rosterName, type ClassSnapshot, type Student } from '../section'
import type { ReportCell } from './report'

/**
 * Returns a student as the first cell of a line, marked if they have left.
 *
 * @example studentCell(snapshot, ann, '2026-11-25') // 'Ito, Ann'
 */
export function studentCell(
  { periods }: Pick<ClassSnapshot, 'periods'>,
  student: Student,
  today: CivilDate,
): ReportCell {
  const name = rosterName(student)
  return hasLeft(student, countingDay(periods, today)) ? { note: 'left', name } : name
}
