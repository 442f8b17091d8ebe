import { enrolledOn, rosterName, type Student } from '#core/section'
import { counted, shortDay } from '~/composables/useWords'
import type { SheetRow } from './types'

/**
 * A student as a row of a sheet, with what the name alone does not say: who left, and who is still to come.
 *
 * @param sectionId the class that the student is in
 * @param of its short name, where a sheet shows several
 */
export function rowOf(student: Student, today: string, sectionId: string, of?: string): SheetRow {
  const away = enrolledOn(student, today) ? null : absence(student, today)
  const aside = [of, away].filter(Boolean).join(', ')
  const path = `/class/${sectionId}/student/${student.id}`
  return { id: student.id, name: rosterName(student), path, aside: aside || undefined, left: away === LEFT }
}

const LEFT = 'left'

/** Counts the students of a sheet for its corner, leavers apart. @example cornerOf(rows) // '25 students, 1 left' */
export function cornerOf(rows: readonly SheetRow[]): string {
  const left = rows.filter((row) => row.left).length
  return `${counted(rows.length - left, 'student')}${left ? `, ${left} left` : ''}`
}

function absence(student: Student, today: string): string {
  const later = student.spans.find((span) => span.firstDay > today)
  return later ? `from ${shortDay(later.firstDay)}` : LEFT
}
