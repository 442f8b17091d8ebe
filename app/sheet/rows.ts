import { enrolledOn, rosterName, type Student } from '#core/section'
import { shortDay } from '~/composables/useWords'
import { studentsAndLeft } from '~/words/counts'
import type { SheetRow } from './types'

/**
 * A student as a row of a sheet, with what the name alone does not say: who left, and who is still to come.
 *
 * @param day by which the class's students are counted
 * @param sectionId the class that the student is in
 * @param of its short name, where a sheet shows several
 */
export function rowOf(student: Student, day: string, sectionId: string, of?: string): SheetRow {
  const away = enrolledOn(student, day) ? null : absence(student, day)
  const aside = [of, away].filter(Boolean).join(', ')
  const path = `/class/${sectionId}/student/${student.id}`
  return { id: student.id, name: rosterName(student), path, aside: aside || undefined, left: away === LEFT }
}

const LEFT = 'left'

/** Counts the students of a sheet for its corner, leavers apart. @example cornerOf(rows) // '25 students, 1 left' */
export const cornerOf = (rows: readonly SheetRow[]): string =>
  studentsAndLeft(rows.length, rows.filter((row) => row.left).length)

function absence(student: Student, day: string): string {
  const later = student.spans.find((span) => span.firstDay > day)
  return later ? `from ${shortDay(later.firstDay)}` : LEFT
}
