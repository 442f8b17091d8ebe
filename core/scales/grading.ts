import { z } from 'zod'
import type { Field } from '../number/field'
import { thousandths, type Decimal } from '../number/decimal'
import { decimal } from '../fields'

/** One step of a grading scale: the label of every grade from its bound up to the next step's. */
export const scaleStep = z.strictObject({
  label: z.string().min(1).max(6),
  /** Lower bound in percent, inclusive. */
  from: decimal,
  /** The percent that the label stands for when it is entered; left out, the middle of its range. */
  worth: decimal.optional(),
})
export const gradingScale = z.strictObject({ name: z.string().min(1), steps: z.array(scaleStep).min(1).max(40) })
export type ScaleStep = z.infer<typeof scaleStep>
export type GradingScale = z.infer<typeof gradingScale>

const steps = (text: string): ScaleStep[] =>
  text.split(' ').map((step) => {
    const [label, from] = step.split(':') as [string, string]
    return { label, from }
  })

/** Letters with plus and minus, bounds as common practice has them. */
export const plusMinus: GradingScale = {
  name: 'A to F with plus and minus',
  steps: steps('A:93 A-:90 B+:87 B:83 B-:80 C+:77 C:73 C-:70 D+:67 D:63 D-:60 F:0'),
}

/**
 * The label of a grade as displayed: the step with the greatest bound that is not above it, else the lowest step.
 *
 * @param shown the grade's digits as displayed, in percent
 * @example labelOf(plusMinus, '89.9') // 'B+'
 */
export function labelOf(scale: GradingScale, shown: Decimal): string {
  const grade = thousandths(shown)
  const ordered = descending(scale)
  return (ordered.find((step) => thousandths(step.from) <= grade) ?? ordered.at(-1)!).label
}

/**
 * The percent that an entered label stands for: its own figure, or the middle of its range (the top step's range ends
 * at 100, the lowest step begins at its own bound).
 *
 * @returns null when the scale has no such label
 * @example percentOfLabel(doubles, plusMinus, 'B') // 85
 */
export function percentOfLabel<T>(field: Field<T>, scale: GradingScale, label: string): T | null {
  const ordered = descending(scale)
  const at = ordered.findIndex((step) => step.label === label)
  const step = ordered[at]
  if (!step) return null
  if (step.worth !== undefined) return field.of(step.worth)
  const upper = ordered[at - 1]?.from ?? '100'
  return field.div(field.add(field.of(step.from), field.of(upper)), field.of('2'))
}

const descending = (scale: GradingScale) => [...scale.steps].sort((a, b) => thousandths(b.from) - thousandths(a.from))
