import { z } from 'zod'
import { decimal } from '../fields'

export const levelMethods = [
  'most recent',
  'mean of the last',
  'mean',
  'median',
  'highest',
  'mode',
  'decaying average',
  'power law',
] as const

/** How a plan has levels calculated from evidence. */
export const proficiencySettings = z.strictObject({
  method: z.enum(levelMethods),
  /** How many count under *mean of the last*. */
  last: z.int().min(1).max(20),
  /** How loud the newest evidence speaks under *decaying average*, from 0.5 to 0.9. */
  decay: decimal.refine((text) => Number(text) >= 0.5 && Number(text) <= 0.9, 'Write a number from 0.5 to 0.9.'),
  window: z.enum(['period', 'year']),
  leastEvidence: z.int().min(1).max(20),
  missingIsLowest: z.boolean(),
})
export type ProficiencySettings = z.infer<typeof proficiencySettings>
