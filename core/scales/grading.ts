import { z } from 'zod'
import { thousandths, type Decimal } from '../number/decimal'
import { inSteps, ofDecimal, ratio, type Ratio } from '../number/ratio'
import { decimal, id, name } from '../fields'

/** One step of a grading scale: the label of every grade from its bound up to the next step's. */
export const scaleStep = z.strictObject({
  label: name(6, 'field.label'),
  /** Lower bound in percent, inclusive. */
  from: decimal,
  /** The percent that the label stands for when it is entered; left out, the middle of its range. */
  worth: decimal.optional(),
  /** Grade points, where the scale gives them. */
  gradePoints: decimal.optional(),
})
/** Steps from the highest to the lowest. `id` names the scale of the district or the teacher that this is a copy of. */
export const gradingScale = z.strictObject({
  id: id.optional(),
  name: name(60, 'field.scale-name'),
  steps: z.array(scaleStep).min(1, 'field.steps-missing').max(40, 'field.steps-most'),
})
export type ScaleStep = z.infer<typeof scaleStep>
export type GradingScale = z.infer<typeof gradingScale>

/**
 * The label of a grade in percent: the step with the greatest bound that is not above it, else the lowest step.
 *
 * @example labelOf(plusMinus, ofDecimal('89.9')) // 'B+'
 */
export function labelOf(scale: GradingScale, grade: Ratio): string {
  const bounds = boundsOf(scale)
  const { whole } = inSteps(grade, 1000)
  return (bounds.find(({ from }) => from <= whole) ?? bounds.at(-1)!).label
}

/** The label of a grade by its displayed digits. @example labelOfShown(plusMinus, '89.9') // 'B+' */
export const labelOfShown = (scale: GradingScale, shown: string): string => labelOf(scale, ofDecimal(shown))

/** Labels with their bounds in thousandths, highest first; asked for every grade, so kept for as long as the scale is. */
function boundsOf(scale: GradingScale): readonly { label: string; from: number }[] {
  let bounds = known.get(scale)
  if (!bounds) {
    bounds = descending(scale).map(({ label, from }) => ({ label, from: thousandths(from) }))
    known.set(scale, bounds)
  }
  return bounds
}
const known = new WeakMap<GradingScale, readonly { label: string; from: number }[]>()

/**
 * Returns the percent that an entered letter is worth, as a share: the step's own figure, or the middle of its range. The top
 * step's range ends at 100. If the top step begins at 100 or above, the letter is worth that bound.
 *
 * @returns null when the scale has no such label
 * @example shareOfLabel(plusMinus, 'B') // { n: 17, d: 20 }, which is 85 %
 */
export function shareOfLabel(scale: GradingScale, label: string): Ratio | null {
  const ordered = descending(scale)
  const at = ordered.findIndex((step) => step.label === label)
  const step = ordered[at]
  if (!step) return null
  if (step.worth !== undefined) return ratio(thousandths(step.worth), 100_000)
  const from = thousandths(step.from)
  const upTo = at === 0 ? Math.max(from, 100_000) : thousandths(ordered[at - 1]!.from)
  return ratio(from + upTo, 200_000)
}

/**
 * Returns the top of a scale in percent: 100, or the highest bound or worth above it.
 *
 * @example topOf(plusMinus) // '100'
 */
export const topOf = (scale: GradingScale): Decimal =>
  scale.steps
    .flatMap(({ from, worth }) => [from, worth ?? from])
    .reduce((top, each) => (thousandths(each) > thousandths(top) ? each : top), '100')

/** The steps, highest bound first. */
export const descending = (scale: GradingScale): ScaleStep[] =>
  [...scale.steps].sort((a, b) => thousandths(b.from) - thousandths(a.from))

/** The scale's own writing of a label that was typed in either case; undefined for none. @example labelTyped(plusMinus, ' b+') // 'B+' */
export const labelTyped = (scale: Pick<GradingScale, 'steps'>, typed: string): string | undefined =>
  scale.steps.find(({ label }) => label.toLowerCase() === typed.trim().toLowerCase())?.label
