import type { Ratio } from '#core/number/ratio'
import type { ClassStore } from '~/stores/class'
import type { ResultColumn, ResultView } from '../types'

/** One computed column of the gradebook: its head, how its cells look, and the numbers that the lines under it are made of. */
export interface ResultFeature {
  column: ResultColumn
  cell(classStore: ClassStore, studentId: string): ResultView
  /** Exact, of those in the class who have one. */
  numbers(classStore: ClassStore): readonly Ratio[]
}
