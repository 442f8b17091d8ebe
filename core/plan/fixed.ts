import { z } from 'zod'
import { id, percent } from '../fields'
import { rounding } from './rounding'

/** What the district fixes for every class. A part that is null is left to the teacher. */
export const fixed = z.strictObject({
  /** Only these scales may be used. */
  scaleIds: z.array(id).max(40).nullable(),
  /** What the grading periods together and the exam windows together weigh in a longer period. */
  termWeights: z.strictObject({ work: percent, exam: percent }).nullable(),
  rounding: z.strictObject(rounding).nullable(),
  lowLine: percent.nullable(),
  /** The proficiency scale of every class that chooses no other, and the one of learning habits. */
  levelScaleId: id.nullable(),
  habitScaleId: id.nullable(),
  /** Whether what is ready goes to the district's system each night. */
  nightlySend: z.boolean().nullable(),
})
export type Fixed = z.infer<typeof fixed>
