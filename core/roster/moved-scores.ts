import type { MessageOf } from '../message'
import { isBlank } from '../scores/to-score'
import { jointId } from '../kind'
import { record, studentRecord } from '../records'
import type { Assignment } from '../plan/assignment'
import type { Desired } from '../desired'
import { wordsOfName } from '../formats/grid/names'
import { assignmentsOf, type Listed } from '../plan/rules'
import type { ClassSnapshot } from '../section'
import { cellText } from '../scores/entry'

/** A score that would come over, and what stands in its place. */
export interface MovedScore {
  name: string
  before: string
  after: string
}

/** What of a student's scores in the class they left fits the class they are in now. */
export interface MovedScores {
  desired: Desired[]
  scores: MovedScore[]
  /** What stays behind, and why. */
  left: { name: string; why: MessageOf<'moved'> }[]
}

/**
 * Brings a student's scores from one class of a course to another: to the linked copy of an assignment, else to the one
 * of the same name, where the points possible are the same. What the student already has here stays.
 *
 * @example movedScores(earth7B, earth7A, studentId).scores.length // 9
 */
export function movedScores(from: ClassSnapshot, to: ClassSnapshot, studentId: string): MovedScores {
  const moved: MovedScores = { desired: [], scores: [], left: [] }
  const here = assignmentsOf(to)
  for (const there of assignmentsOf(from)) {
    const cell = studentRecord(from.records, 'cell', studentId, there.id)
    if (isBlank(cell)) continue
    const stays = (why: MessageOf<'moved'>) => moved.left.push({ name: there.name, why })
    const match = counterpart(there, here)
    if (!match) {
      stays({ code: 'moved.no-assignment' })
      continue
    }
    const id = jointId(studentId, match.id)
    const own = record(to.records, 'cell', id)
    if (own.value !== null) stays({ code: 'moved.has-score', score: cellText(own) })
    else if (match.points !== there.points) stays({ code: 'moved.points', there: there.points, here: match.points })
    else {
      moved.desired.push({ kind: 'cell', id, to: { ...cell } })
      moved.scores.push({ name: there.name, before: cellText(own), after: cellText(cell) })
    }
  }
  return moved
}

function counterpart(there: Listed<Assignment>, here: readonly Listed<Assignment>[]): Listed<Assignment> | undefined {
  const name = (each: Assignment) => wordsOfName(each.name).join(' ')
  return (
    here.find((each) => there.linkId !== null && each.linkId === there.linkId) ??
    here.find((each) => name(each) === name(there))
  )
}
