import { periodOf } from '../calendar/periods'
import type { Desired } from '../desired'
import { jointId } from '../kind'
import type { Decimal } from '../number/decimal'
import { divide, multiply, ofDecimal } from '../number/ratio'
import { toDecimal } from '../number/round'
import { find, record } from '../records'
import type { ClassSnapshot } from '../section'
import { gradesMoved } from './outlook'

/** An assignment and the points possible that it gets. */
export interface PointsChange {
  assignmentId: string
  points: Decimal
}

/** A class with its scores. */
type Scored = Pick<ClassSnapshot, 'records' | 'students'>
type Placed = { snapshot: ClassSnapshot; assignmentId: string }

/** What a change of points possible does to the scores that are there, for each of the two ways. */
export interface PointsOutlook {
  /** How many scores were typed in points. */
  scores: number
  /** How many grades another number or letter is shown for, in the periods of the assignments. */
  grades: { keep: number; rescale: number }
  /** One score as an example. */
  example: { points: Decimal; possible: Decimal; rescaled: Decimal } | null
}

/**
 * Returns the scores typed in points, in the same share of the new points possible. Out of 0 points no share is known, so
 * those scores stay.
 *
 * @param leave cells that get a value another way
 * @example rescaledScores(snapshot, { assignmentId: 'lab', points: '50' }) // 18 of 20 becomes 45 of 50
 */
export function rescaledScores(
  snapshot: Scored,
  { assignmentId, points }: PointsChange,
  leave: ReadonlySet<string> = new Set(),
): Desired[] {
  const possible = record(snapshot.records, 'assignment', assignmentId).points
  if (possible === '0') return []
  return scoresIn(snapshot, assignmentId).flatMap(([id, scored]) =>
    leave.has(id) ? [] : { kind: 'cell' as const, id, to: { value: { points: resized(scored, possible, points) } } },
  )
}

const resized = (scored: Decimal, from: Decimal, to: Decimal): Decimal =>
  toDecimal(divide(multiply(ofDecimal(scored), ofDecimal(to)), ofDecimal(from)))

/** Finds the scores typed in points, by the ids of their cells. */
function scoresIn({ students, records }: Scored, assignmentId: string): [id: string, points: Decimal][] {
  return students.flatMap(({ id: studentId }): [string, Decimal][] => {
    const id = jointId(studentId, assignmentId)
    const value = find(records, 'cell', id)?.value
    return value && 'points' in value ? [[id, value.points]] : []
  })
}

/**
 * Tells what changes of points possible would do, in one class or several, before they are done.
 *
 * @example pointsOutlook([{ snapshot, assignmentId: 'lab', points: '50' }]).grades // { keep: 24, rescale: 0 }
 */
export function pointsOutlook(changes: readonly (PointsChange & { snapshot: ClassSnapshot })[]): PointsOutlook {
  const outlook: PointsOutlook = { scores: 0, grades: { keep: 0, rescale: 0 }, example: null }
  for (const snapshot of new Set(changes.map((each) => each.snapshot))) {
    const own = changes.filter((each) => each.snapshot === snapshot)
    const periodIds = new Set(own.flatMap((each) => periodOf(snapshot.periods, before(each).dueOn)?.id ?? []))
    const keep = own.map(({ assignmentId: id, points }): Desired => ({ kind: 'assignment', id, to: { points } }))
    const rescale = own.flatMap((each) => rescaledScores(snapshot, each))
    outlook.scores += own.reduce((sum, each) => sum + scoresIn(snapshot, each.assignmentId).length, 0)
    outlook.grades.keep += gradesMoved(snapshot, keep, periodIds)
    outlook.grades.rescale += gradesMoved(snapshot, [...keep, ...rescale], periodIds)
  }
  return { ...outlook, example: exampleOf(changes) }
}

const before = ({ snapshot, assignmentId }: Placed) => record(snapshot.records, 'assignment', assignmentId)

/** The first score that would be rescaled. */
function exampleOf(changes: readonly (PointsChange & Placed)[]): PointsOutlook['example'] {
  for (const change of changes) {
    const { points: possible } = before(change)
    const [first] = scoresIn(change.snapshot, change.assignmentId)
    if (first && possible !== '0')
      return { points: first[1], possible, rescaled: resized(first[1], possible, change.points) }
  }
  return null
}
