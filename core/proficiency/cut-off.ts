import { z } from 'zod'
import { decimal, percent } from '../fields'

/** From this percent of the points on, inclusive, a score shows this level. */
export const cutOff = z.strictObject({ level: decimal, from: percent })
export type CutOff = z.infer<typeof cutOff>
