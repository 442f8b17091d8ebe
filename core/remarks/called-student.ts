import { record, type Records } from '../records'
import type { Student } from '../section'

/**
 * A student as remarks speak of them: with the name and pronouns that the teacher set, the roster's pronouns first.
 *
 * @example calledStudent(records, ann).pronouns // 'she', where the roster has none and the teacher said so
 */
export function calledStudent(records: Records, student: Student): Student {
  const { givenName, pronouns } = record(records, 'calledAs', student.id)
  return { ...student, givenName: givenName || student.givenName, pronouns: student.pronouns ?? pronouns }
}
