import { z } from 'zod'
import { percent, text } from '../fields'
import { kind } from '../kind'

/**
 * A declared grade that is another now, and the teacher's word that it may stay so: with the grade that it was left at, so
 * that a further change speaks up again.
 */
export const driftLeft = kind({
  names: ['student', 'period'],
  schema: z.strictObject({
    percent: percent.nullable(),
    label: text(6).nullable(),
    /** Why, for the record; empty takes it back. */
    reason: text(500),
  }),
  blank: { percent: null, label: null, reason: '' },
  moves: 'row',
})
