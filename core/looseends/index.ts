import type { ClassSnapshot } from '../section'
import type { LooseEnd } from './looseend'
import { noCategory } from './no-category'
import { noPeriod } from './no-period'
import { override } from './override'
import { weights } from './weights'

export type { LooseEnd } from './looseend'

/** All loose ends of a class, those that move every grade first. */
export function looseEnds(snapshot: ClassSnapshot): LooseEnd[] {
  return [weights, noPeriod, noCategory, override].flatMap((find) => find(snapshot))
}
