import { scaleOf } from '../plan/level-scale'
import type { Assignment } from '../plan/assignment'
import type { Cell } from '../scores/cell'
import type { Plan } from '../plan/plan'
import { thousandths } from '../number/decimal'
import { divided, gcd, lcm, times, type Int } from '../number/int'
import { compare, inSteps, ofDecimal, type Ratio } from '../number/ratio'
import { contribution, countedValue } from '../scores/contribution'
import { worthOf, type WorthScales } from '../scores/worth'
import type { Records } from '../records'
import type { Student } from '../section'
import type { GradingContext } from './context'
import type { Listed } from '../plan/rules'

/** Whole numbers: doubles where all of them fit, else of any size. */
export type Ints = Float64Array | Int[]

/** What a score adds above its category's line for each unit earned, and below the line whatever was earned. */
export interface Basis {
  numerator: Ints
  denominator: Ints
}

/** Whether a score is in no sum, or only adds (nothing possible, or extra credit), or is earned of something. */
export const OUT = 0
export const EXTRA = 1
export const SCORED = 2

/**
 * The scores of a class as columns of whole numbers, students by assignments: what the sums run over.
 *
 * Everything typed has at most three decimals, so there is a unit in which every score is whole. Sums of whole numbers are
 * exact, and equal shares are equal numbers: no rounding noise decides anything.
 */
export interface Columns {
  students: readonly Student[]
  assignments: readonly Listed<Assignment>[]
  rowOf: ReadonlyMap<string, number>
  columnOf: ReadonlyMap<string, number>
  grain: Grain
  state: Uint8Array
  /** Points earned, in units. */
  earned: Ints
  /** Points possible, in units. */
  possible: Ints
  /** What multipliers are whole numbers of, in thousandths. */
  perMultiplier: number
  /** multiplier × points possible: of equal shares the smaller is dropped first. */
  size: Ints
  points: Basis
  equal: Basis
  /** Units earned × this compare as shares of the points possible. */
  share: Ints
}

/** In how fine a unit scores are kept. */
interface Grain {
  /** Units in a point. */
  perPoint: number
  /** Whether a score may be too large for a double. */
  isLarge: boolean
}

/** What reading a cell needs besides the cell. */
export interface Reading extends WorthScales {
  /** By student, then assignment. */
  cells: Records['cell']
  plan: Readonly<Plan>
}

export const readingOf = ({ snapshot, plan }: GradingContext): Reading => ({
  cells: snapshot.records.cell,
  plan,
  scale: plan.scale,
  levels: scaleOf(snapshot),
})

/** Reads the records of a class into columns, in the coarsest unit that holds them all. */
export function columnsOf(context: GradingContext): Columns {
  const { assignments, snapshot } = context
  const { state, ...scores } = scoresOf(context)
  const grain = grainOf(assignments, scores)
  const possible = assignments.map((each) => unitsOf(ofDecimal(each.points), grain)!)
  return {
    students: snapshot.students,
    assignments,
    rowOf: new Map(snapshot.students.map((each, at) => [each.id, at])),
    columnOf: new Map(assignments.map((each, at) => [each.id, at])),
    grain,
    state,
    earned: earnedOf(scores, grain),
    possible: toInts(possible),
    ...basesOf(assignments, possible),
  }
}

/** Nothing possible, or extra credit: it only adds, and no drop takes it. */
const stateOf = ({ points, extraCredit }: Listed<Assignment>) =>
  thousandths(points) > 0 && !extraCredit ? SCORED : EXTRA

/** What all cells are worth, students by assignments. */
interface Scores {
  /** Thousandths of a point, of all that are whole in them. */
  thousandths: Float64Array
  /** The others, by place. */
  fine: Map<number, Ratio>
}

function scoresOf(context: GradingContext): Scores & Pick<Columns, 'state'> {
  const { assignments, snapshot } = context
  const { students } = snapshot
  const reading = readingOf(context)
  const states = assignments.map(stateOf)
  const width = assignments.length
  const size = students.length * width
  const state = new Uint8Array(size)
  const scores: Scores = { thousandths: new Float64Array(size), fine: new Map() }
  for (let row = 0; row < students.length; row++) {
    const student = students[row]!
    const cells = reading.cells[student.id]
    if (!cells) continue
    for (let column = 0; column < width; column++) {
      const assignment = assignments[column]!
      const cell = cells[assignment.id]
      const worth = cell ? worthIn(reading, student, assignment, cell) : null
      if (worth === null) continue
      const at = row * width + column
      state[at] = states[column]!
      if (typeof worth === 'number') scores.thousandths[at] = worth
      else scores.fine.set(at, worth)
    }
  }
  return { ...scores, state }
}

/** What a cell is worth, in thousandths of a point where those are whole; null where it is in no sum. */
function worthIn(
  reading: Reading,
  student: Student,
  assignment: Listed<Assignment>,
  cell: Readonly<Cell>,
): number | Ratio | null {
  if (!assignment.counts) return null
  const value = countedValue(cell) ?? valueInstead(reading, student, assignment, cell)
  if (!value) return null
  if ('points' in value) return thousandths(value.points)
  const worth = worthOf(value, assignment.points, reading)
  if (!worth) return null
  const { whole, isAll } = inSteps(worth.earned, 1000)
  return isAll && typeof whole === 'number' ? whole : worth.earned
}

/** What a cell without a value counts as, by its marks. */
function valueInstead({ plan }: Reading, student: Student, assignment: Listed<Assignment>, cell: Readonly<Cell>) {
  const found = contribution(cell, assignment, plan, student.spans)
  return 'value' in found ? found.value : null
}

/** Units per point for scores that aren't whole thousandths: a percent, letter, or half level is a share in 200,000ths. */
const FINEST = 1000 * 200_000
const THOUSANDTH = 1000

/** The coarsest unit that holds all scores and points possible: the coarser, the smaller are the numbers of all sums. */
function grainOf(assignments: readonly Listed<Assignment>[], scores: Scores): Grain {
  if (scores.fine.size) {
    const largest = Math.floor(Number.MAX_SAFE_INTEGER / FINEST) * 1000
    const isLarge =
      scores.thousandths.some((each) => each > largest) ||
      assignments.some((each) => thousandths(each.points) > largest) ||
      [...scores.fine.values()].some((each) => compare(each, { n: largest, d: 1000 }) > 0)
    return { perPoint: FINEST, isLarge }
  }
  let step = THOUSANDTH
  // Whole numbers below 2^53 are compared exactly so; a remainder of doubles takes ten times as long.
  const fit = (value: number) => {
    while (Math.floor(value / step) * step !== value) step /= 10
  }
  for (const each of assignments) fit(thousandths(each.points))
  for (let at = 0; at < scores.thousandths.length && step > 1; at++) fit(scores.thousandths[at]!)
  return { perPoint: THOUSANDTH / step, isLarge: false }
}

function earnedOf({ thousandths: whole, fine }: Scores, grain: Grain): Ints {
  const more = grain.perPoint / THOUSANDTH
  if (!grain.isLarge) {
    if (more > 1) for (let at = 0; at < whole.length; at++) whole[at]! *= more
    // A division loses nothing where the quotient is whole, as it is in a unit that holds them all.
    const less = THOUSANDTH / grain.perPoint
    if (less > 1) for (let at = 0; at < whole.length; at++) whole[at]! /= less
    for (const [at, each] of fine) whole[at] = unitsOf(each, grain) as number
    return whole
  }
  const large = Array.from(whole, (each): Int => times(each, more))
  for (const [at, each] of fine) large[at] = unitsOf(each, grain)!
  return large
}

/** The coefficients of both bases, which the assignments alone decide. */
function basesOf(
  assignments: readonly Listed<Assignment>[],
  possible: readonly Int[],
): Pick<Columns, 'perMultiplier' | 'size' | 'points' | 'equal' | 'share'> {
  const typed = assignments.map((each) => thousandths(each.multiplier))
  const perMultiplier = typed.reduce((a, b) => gcd(a, b) as number, 0) || 1
  const multiplier = typed.map((each) => each / perMultiplier)
  const whole = possible.filter((each) => each > 0).reduce(lcm, 1)
  const share = possible.map((each) => (each > 0 ? divided(whole, each).whole : 0))
  // Extra credit is in no lower part.
  const below = multiplier.map((each, at) => (assignments[at]!.extraCredit || possible[at] == 0 ? 0 : each))
  return {
    perMultiplier,
    size: toInts(multiplier.map((each, at) => times(each, possible[at]!))),
    points: {
      numerator: toInts(multiplier),
      denominator: toInts(below.map((each, at) => times(each, possible[at]!))),
    },
    equal: {
      numerator: toInts(multiplier.map((each, at) => times(each, share[at]!))),
      denominator: toInts(below.map((each) => times(each, whole))),
    },
    share: toInts(share),
  }
}

const toInts = (values: readonly Int[]): Ints =>
  values.every((each) => typeof each === 'number') ? Float64Array.from(values) : [...values]

/** Points in units; null where that is no whole number that the columns hold. */
function unitsOf(points: Ratio, { perPoint, isLarge }: Grain): Int | null {
  const { whole, isAll } = inSteps(points, perPoint)
  return isAll && (isLarge || typeof whole === 'number') ? whole : null
}

/**
 * Reads one cell into the columns, as after a keystroke.
 *
 * @returns false where the columns' unit is too coarse for the score: they have to be read anew
 */
export function readCell(columns: Columns, reading: Reading, row: number, column: number): boolean {
  const assignment = columns.assignments[column]!
  const student = columns.students[row]!
  const at = row * columns.assignments.length + column
  columns.state[at] = OUT
  columns.earned[at] = 0
  const cell = reading.cells[student.id]?.[assignment.id]
  const worth = cell ? worthIn(reading, student, assignment, cell) : null
  if (worth === null) return true
  const units = unitsOf(typeof worth === 'number' ? { n: worth, d: 1000 } : worth, columns.grain)
  if (units === null) return false
  columns.earned[at] = units
  columns.state[at] = stateOf(assignment)
  return true
}
