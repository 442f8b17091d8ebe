import type { Decimal } from '../number/decimal'
import { add, divide, multiply, ofDecimal, ZERO, type Ratio } from '../number/ratio'
import type { Standard } from '../section'

/** What one standard brings into the mean of its area. */
export interface AreaPart {
  /** Null for the evidence at the area itself. */
  standard: Standard | null
  value: Ratio
  weight: Decimal
  /** Whether it is the teacher's own level that enters. */
  isOverride: boolean
}

/**
 * The mean of an area's standards: Σ(weight × value) / Σ weight, over those that have a value.
 *
 * @returns null where none has, or their weights are 0 together
 * @example areaValue([{ value: 3, weight: '2' }, { value: 1.5, weight: '1' }]) // 2.5
 */
export function areaValue(parts: readonly Pick<AreaPart, 'value' | 'weight'>[]): Ratio | null {
  const weights = parts.reduce((sum, each) => add(sum, ofDecimal(each.weight)), ZERO)
  if (weights.n == 0) return null
  const total = parts.reduce((sum, each) => add(sum, multiply(each.value, ofDecimal(each.weight))), ZERO)
  return divide(total, weights)
}
