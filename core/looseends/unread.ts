import type { MessageOf } from '../message'
import { partsOf } from '../kind'
import { fullName, type ClassSnapshot } from '../section'
import type { LooseEnd } from './looseend'

/**
 * Entries that could not be read and still stand in their cells. They are on the machine where they were typed, so they
 * are handed in and not found in the class.
 */
export const unreadEnds = (
  { students, records }: ClassSnapshot,
  entries: readonly { id: string; text: string; reason: MessageOf<'entry' | 'field'> }[],
): LooseEnd[] =>
  entries.flatMap(({ id, text, reason }) => {
    const [studentId, assignmentId] = partsOf(id) as [string, string]
    const student = students.find((each) => each.id === studentId)
    const assignment = records.assignment[assignmentId]
    if (!student || !assignment || assignment.removed) return []
    return [
      {
        code: 'unread',
        message: { code: 'end.unread', typed: text, student: fullName(student), assignment: assignment.name, reason },
        mend: { view: 'gradebook', assignmentId, studentId },
      },
    ]
  })
