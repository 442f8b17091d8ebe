import type { Grades } from './grades'

/** How many grades of a period are others than before, and how many of them have another label. */
export interface Moves {
  grades: number
  labels: number
}

/**
 * Compares the reported grades of a period before and after a change, as displayed.
 *
 * @example movesBetween(before, after, 'q2') // { grades: 12, labels: 3 }
 */
export function movesBetween(before: Grades, after: Grades, periodId: string): Moves {
  const moves: Moves = { grades: 0, labels: 0 }
  for (const { id } of before.snapshot.students) {
    const [was, now] = [before.of(id, periodId).reported, after.of(id, periodId).reported]
    if (was?.label !== now?.label) moves.labels++
    if (was?.percent !== now?.percent || was?.label !== now?.label) moves.grades++
  }
  return moves
}
