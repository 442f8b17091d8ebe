import { thousandths } from '../number/decimal'
import { tenths } from '../number/plain'
import { ratio } from '../number/ratio'

/**
 * Returns what weights act as, of 100 and in tenths, by ID; empty where they come to 0.
 *
 * @param weights decimals as typed
 * @example weightsAsShares([['q1', '45'], ['q2', '45'], ['exam', '20']]).get('q1') // '40.9'
 */
export function weightsAsShares(weights: readonly (readonly [id: string, weight: string])[]): Map<string, string> {
  const total = weights.reduce((sum, [, weight]) => sum + thousandths(weight), 0)
  return new Map(total ? weights.map(([id, weight]) => [id, tenths(ratio(100 * thousandths(weight), total))]) : [])
}

/** Whether weights come to 100, so that each acts as what it says. */
export const comeTo100 = (weights: readonly string[]): boolean =>
  weights.reduce((sum, weight) => sum + thousandths(weight), 0) === 100_000
