import { periodOf } from '../calendar/periods'
import type { Desired } from '../desired'
import { jointId } from '../kind'
import type { Kind, RecordOf } from '../kinds'
import type { Decimal } from '../number/decimal'
import { divide, multiply, ofDecimal } from '../number/ratio'
import { toDecimal } from '../number/round'
import { copyOf, find, put, record } from '../records'
import type { ClassSnapshot } from '../section'
import { Grades } from './grades'
import { movesBetween } from './moves'

/** An assignment and the points possible that it gets. */
export interface PointsChange {
  assignmentId: string
  points: Decimal
}

/** A class with its scores. */
type Scored = Pick<ClassSnapshot, 'records' | 'students'>

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
  const before = record(snapshot.records, 'assignment', assignmentId).points
  if (before === '0') return []
  const share = divide(ofDecimal(points), ofDecimal(before))
  return scoresIn(snapshot, assignmentId).flatMap(([id, scored]) =>
    leave.has(id)
      ? []
      : { kind: 'cell' as const, id, to: { value: { points: toDecimal(multiply(ofDecimal(scored), share)) } } },
  )
}

/** Finds the scores typed in points, by the ids of their cells. */
function scoresIn({ students, records }: Scored, assignmentId: string): [id: string, points: Decimal][] {
  return students.flatMap(({ id: studentId }): [string, Decimal][] => {
    const id = jointId(studentId, assignmentId)
    const value = find(records, 'cell', id)?.value
    return value && 'points' in value ? [[id, value.points]] : []
  })
}

/**
 * Tells what a change of points possible would do, before it is done.
 *
 * @example pointsOutlook(snapshot, [{ assignmentId: 'lab', points: '50' }]).grades // { keep: 24, rescale: 0 }
 */
export function pointsOutlook(snapshot: ClassSnapshot, changes: readonly PointsChange[]): PointsOutlook {
  const { records, periods } = snapshot
  const found = changes.flatMap((each) => scoresIn(snapshot, each.assignmentId))
  const periodIds = new Set(
    changes.flatMap((each) => periodOf(periods, record(records, 'assignment', each.assignmentId).dueOn)?.id ?? []),
  )
  const before = new Grades(snapshot)
  const moved = (desired: readonly Desired[]) => {
    const then = copyOf(records)
    for (const { kind, id, to } of desired) put(then, kind, id, { ...record(then, kind, id), ...to } as RecordOf<Kind>)
    const after = new Grades({ ...snapshot, records: then })
    return [...periodIds].reduce((sum, id) => sum + movesBetween(before, after, id).grades, 0)
  }
  const keep: Desired[] = changes.map(({ assignmentId: id, points }) => ({ kind: 'assignment', id, to: { points } }))
  const rescale = changes.flatMap((each) => rescaledScores(snapshot, each))
  const [first] = rescale
  const value = first?.kind === 'cell' && first.to.value && 'points' in first.to.value ? first.to.value.points : null
  const points = first && find(records, 'cell', first.id)?.value
  return {
    scores: found.length,
    grades: { keep: moved(keep), rescale: moved([...keep, ...rescale]) },
    example:
      value !== null && points && 'points' in points
        ? {
            points: points.points,
            possible: record(records, 'assignment', changes[0]!.assignmentId).points,
            rescaled: value,
          }
        : null,
  }
}
