import type { CivilDate } from '../calendar/date'
import type { ClassSnapshot } from '../section'
import { betweenPeriods } from './between-periods'
import { emptyCategory } from './empty-category'
import { drift } from './drift'
import type { LooseEnd } from './looseend'
import { incomplete } from './incomplete'
import { farAbove } from './far-above'
import { levelOverride } from './level-override'
import { lowScores } from './low-scores'
import { noCategory } from './no-category'
import { noPeriod } from './no-period'
import { noPoints } from './no-points'
import { offScale } from './off-scale'
import { override } from './override'
import { periodsOverlap } from './periods-overlap'
import { roundedTwice } from './rounded-twice'
import { scale } from './scale'
import { standards } from './standards'
import { weights } from './weights'

export type { LooseEnd } from './looseend'
export { looseEndCodes } from './looseend'

/** All loose ends of a class as of a day, those that move every grade first. */
export function looseEnds(snapshot: ClassSnapshot, today: CivilDate | null = null): LooseEnd[] {
  return [
    weights,
    emptyCategory,
    scale,
    periodsOverlap,
    roundedTwice,
    noPeriod,
    betweenPeriods,
    noCategory,
    noPoints,
    offScale,
    override,
    drift,
    incomplete,
    levelOverride,
    standards,
    farAbove,
    lowScores,
  ].flatMap((find) => find(snapshot, today))
}
