import { z } from 'zod'
import { civilDate, percent, text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({
  percent: percent.nullable(),
  label: text(6).min(1).nullable(),
  /** For the record: families never see it. */
  reason: text(500),
  /** What families read beside the grade, if anything. */
  familyLine: text(300),
  /** The grade is incomplete, and to be made good by this day; null where it is not. */
  incompleteUntil: civilDate.nullable(),
  /** The percent above the scale that was confirmed as meant. */
  meant: text(20),
})
export type Override = z.infer<typeof schema>

/** The teacher's own grade of a student in a period. */
export const override = kind({
  names: ['student', 'period'],
  schema,
  blank: { percent: null, label: null, reason: '', familyLine: '', incompleteUntil: null, meant: '' },
  closes: true,
  moves: 'override',
})
