import type { ClassSnapshot } from '../section'

/**
 * How many scores an assignment has, which would leave the grades with it.
 *
 * @example scoresOf(snapshot, 'lab') // 24
 */
export const scoresOf = ({ records }: Pick<ClassSnapshot, 'records'>, assignmentId: string): number =>
  Object.values(records.cell).filter((of) => (of[assignmentId]?.value ?? null) !== null).length
