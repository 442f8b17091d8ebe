import { partsOf } from '../kind'
import type { ClassSnapshot } from '../section'

/**
 * How many scores an assignment has, which would leave the grades with it.
 *
 * @example scoresOf(snapshot, 'lab') // 24
 */
export const scoresOf = ({ records }: Pick<ClassSnapshot, 'records'>, assignmentId: string): number =>
  Object.entries(records.cell).filter(([id, { value }]) => value !== null && partsOf(id)[1] === assignmentId).length
