import type { Message, MessageOf } from '../message'
import { studentRecord } from '../records'
import { same } from '../same'
import type { Cell } from '../scores/cell'
import { fullName, type ClassSnapshot } from '../section'
import type { LooseEnd } from './looseend'

/** A score that the district did not take, or that changed there too: known from the last exchange. */
export interface LeftScore {
  studentId: string
  assignmentId: string
  state: 'refused' | 'held'
  reason: Message | null
  /** The score as it was then: another one is another thing, and goes with the next run. */
  seen: Readonly<Cell>
}

/** What the last exchange left of scores that are as they were then. It is handed in, for it is not of the class. */
export const leftEnds = (snapshot: ClassSnapshot, left: readonly LeftScore[]): LooseEnd[] =>
  left.flatMap(({ studentId, assignmentId, state, reason, seen }): LooseEnd[] => {
    const student = snapshot.students.find((each) => each.id === studentId)
    const assignment = snapshot.records.assignment[assignmentId]
    const isAsThen = same(studentRecord(snapshot.records, 'cell', studentId, assignmentId), seen)
    if (!student || !assignment || assignment.removed || !isAsThen) return []
    const names = { student: fullName(student), assignment: assignment.name }
    return [
      {
        code: state === 'held' ? 'undecided' : 'refused',
        message:
          state === 'held'
            ? { code: 'end.undecided', ...names }
            : { code: 'end.refused', ...names, reason: ofDistrict(reason) },
        mend: { view: 'gradebook', assignmentId, studentId },
      },
    ]
  })

const ofDistrict = (reason: Message | null): MessageOf<'send'> | null =>
  reason?.code.startsWith('send.') ? (reason as MessageOf<'send'>) : null
