import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({ declared: z.boolean(), reason: text(500) })
export type Declaration = z.infer<typeof schema>

/** Whether a grading period is declared complete for the class. */
export const declaration = kind({
  names: ['period'],
  schema,
  blank: { declared: false, reason: '' },
  closes: true,
  moves: 'class',
})

/** What a student's grade and remark were when the period was declared complete, as displayed. */
export interface DeclaredGrade {
  studentId: string
  /** The grade as reported: with its course-level points, where the plan adds them. */
  percent: string | null
  label: string | null
  /** The grade before its course-level points, where they were added. */
  unadjusted: string | null
  overridden: boolean
  computedPercent: string | null
  computedLabel: string | null
  remark: string
}
