import { z } from 'zod'
import { id } from '../fields'
import { calculation, levelMethods, type MethodName } from './methods'

/** How a plan has levels calculated from evidence. */
export const proficiencySettings = z.strictObject({
  /** The class's proficiency scale; null is the district's. */
  scaleId: id.nullable(),
  calculation,
  window: z.enum(['period', 'year']),
  leastEvidence: z.int().min(1).max(20),
  missingIsLowest: z.boolean(),
  /** An area's level is the mean of its standards' values, or made of all their evidence pooled. */
  areas: z.enum(['mean', 'pooled']),
  /** What goes on the card and to the district where a class has both. */
  reports: z.enum(['both', 'grades', 'levels']),
})
export type ProficiencySettings = z.infer<typeof proficiencySettings>

export const blankProficiency: ProficiencySettings = {
  scaleId: null,
  calculation: levelMethods['decaying average'].blank,
  window: 'period',
  leastEvidence: 1,
  missingIsLowest: false,
  areas: 'mean',
  reports: 'both',
}

/** Settings as releases of shape 3 wrote them: a method's own settings stood beside its name. */
interface Flat {
  method: MethodName
  last: number
  decay: string
  window: ProficiencySettings['window']
  leastEvidence: number
  missingIsLowest: boolean
}

/** Reads settings as any release wrote them; what are none are left for the schema to refuse. */
export function olderProficiency(given: unknown): unknown {
  if (typeof given !== 'object' || given === null) return given
  if ('calculation' in given) return { ...blankProficiency, ...given }
  const { method, last, decay, ...rest } = given as Flat
  const told = { 'mean of the last': { last }, 'decaying average': { decay } } as Record<string, object>
  return {
    ...blankProficiency,
    ...rest,
    calculation: { method, ...told[method] } as ProficiencySettings['calculation'],
  }
}
