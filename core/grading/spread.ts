import { scaleOf } from '../plan/level-scale'
import { studentRecord } from '../records'
import type { Assignment } from '../plan/assignment'
import { compare, divide, inSteps, sum, type Ratio } from '../number/ratio'
import { round, type Rounding } from '../number/round'
import { countedValue } from '../scores/contribution'
import { worthOf, type Worth } from '../scores/worth'
import type { ClassSnapshot } from '../section'
import { planOf, type Listed } from '../plan/rules'

/**
 * The mean of exact values, rounded once.
 *
 * @returns null when there is nothing to take a mean of
 * @example mean([ofDecimal('98.9'), ofDecimal('78')], plan) // '88.5'
 */
export const mean = (values: readonly Ratio[], how: Rounding): string | null =>
  values.length === 0 ? null : round(divide(sum(values), { n: values.length, d: 1 }), how)

const inSize = (values: readonly Ratio[]) => values.toSorted(compare)

/** The value in the middle, or halfway between the two that are. */
export const median = (values: readonly Ratio[], how: Rounding): string | null => middle(inSize(values), how)

/**
 * The middle half of the values: from the median of the lower half to that of the upper half; of an odd number the one in
 * the middle is in neither. Common practice in schools, from memory.
 *
 * @returns null for fewer than four values, of which nobody would say it
 * @example middleHalf([1, 3, 5, 7, 9, 11, 13].map((n) => ratio(n, 1)), how) // ['3.0', '11.0']
 */
export function middleHalf(values: readonly Ratio[], how: Rounding): [from: string, to: string] | null {
  if (values.length < 4) return null
  const sorted = inSize(values)
  const half = Math.floor(sorted.length / 2)
  return [middle(sorted.slice(0, half), how)!, middle(sorted.slice(-half), how)!]
}

function middle(sorted: readonly Ratio[], how: Rounding): string | null {
  if (sorted.length === 0) return null
  const at = (sorted.length - 1) / 2
  return mean([sorted[Math.floor(at)]!, sorted[Math.ceil(at)]!], how)
}

/** What the scores of one assignment are worth, of everybody who has one that is not excused. */
export function worthsOf(snapshot: ClassSnapshot, assignment: Listed<Assignment>): Worth[] {
  const scales = { scale: planOf(snapshot).scale, levels: scaleOf(snapshot) }
  return snapshot.students.flatMap((student) => {
    const value = countedValue(studentRecord(snapshot.records, 'cell', student.id, assignment.id))
    return (value && worthOf(value, assignment.points, scales)) ?? []
  })
}

/** How the scores of one assignment lie, in points to one place. */
export interface Spread {
  count: number
  mean: string | null
  median: string | null
  middleHalf: [from: string, to: string] | null
  lowest: string | null
  highest: string | null
  /** How many lie in each tenth of the points possible, the last for those above them. */
  tenths: number[]
}

const onePlace: Rounding = { places: 1, rounding: 'half up' }
const TENTHS = 11

/** How scores lie, from what they are worth. */
export function spreadOf(worths: readonly Worth[]): Spread {
  const points = inSize(worths.map(({ earned }) => earned))
  const tenths = Array<number>(TENTHS).fill(0)
  for (const { share } of worths) if (share) tenths[tenthOf(share)]!++
  const shown = (value: Ratio | undefined) => (value ? mean([value], onePlace) : null)
  return {
    count: points.length,
    mean: mean(points, onePlace),
    median: median(points, onePlace),
    middleHalf: middleHalf(points, onePlace),
    lowest: shown(points[0]),
    highest: shown(points.at(-1)),
    tenths,
  }
}

/** The full points belong to the last tenth; what is above them to the one after it. */
function tenthOf(share: Ratio): number {
  const { whole, isAll } = inSteps(share, 10)
  return whole > 10 || (whole == 10 && !isAll) ? TENTHS - 1 : Math.min(TENTHS - 2, Number(whole))
}
