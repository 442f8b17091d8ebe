import { z } from 'zod'
import { roundings } from '../number/round'

/** How grades are rounded and lettered, as a plan or the district's policy says it. */
export const rounding = {
  places: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  rounding: z.enum(roundings),
  /** Whether a label is that of the grade as displayed, or of the unrounded one. */
  labelFrom: z.enum(['displayed', 'exact']),
}
