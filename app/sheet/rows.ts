import { enrolledOn, rosterName, type Student } from '#core/section'
import { shortDay } from '~/composables/useWords'
import type { SheetRow } from './types'

/**
 * A student as a row of a sheet, with what the name alone does not say: who left, and who is still to come.
 *
 * @param sectionId the class that the student is in
 * @param of its short name, where a sheet shows several
 */
export function rowOf(student: Student, today: string, sectionId: string, of?: string): SheetRow {
  const aside = [...(of ? [of] : []), ...(enrolledOn(student, today) ? [] : [absence(student, today)])].join(', ')
  const path = `/class/${sectionId}/student/${student.id}`
  return { id: student.id, name: rosterName(student), path, aside: aside || undefined }
}

function absence(student: Student, today: string): string {
  const later = student.spans.find((span) => span.firstDay > today)
  return later ? `from ${shortDay(later.firstDay)}` : 'left'
}
