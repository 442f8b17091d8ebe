import { add, divide, multiply, ZERO, type Ratio } from '../number/ratio'

/** A longer period whose grade is composed of those of the periods below it. */
export interface Composed {
  children: readonly { periodId: string; weight: Ratio }[]
  /** Whether they enter exact or as displayed. */
  enters: 'exact' | 'displayed'
  /** Whether the plan computes no grade here. */
  isNone: boolean
}

/**
 * sum(W × g) / sum(W) over the children that have a grade.
 *
 * @param gradeOf what a child enters as, null where it has no grade
 * @returns null where none has a grade, or the weights of those that have one come to 0
 */
export function compose({ children, isNone }: Composed, gradeOf: (periodId: string) => Ratio | null): Ratio | null {
  if (isNone) return null
  let weighed = ZERO
  let weights = ZERO
  for (const { periodId, weight } of children) {
    const grade = gradeOf(periodId)
    if (grade === null) continue
    weighed = add(weighed, multiply(weight, grade))
    weights = add(weights, weight)
  }
  return weights.n > 0 ? divide(weighed, weights) : null
}
