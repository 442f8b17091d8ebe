import { kind } from '../kind'
import { fixed } from './fixed'

/** What the district fixes, as a record. */
export const policy = kind({
  names: ['district'],
  schema: fixed,
  blank: {
    scaleIds: null,
    termWeights: null,
    rounding: null,
    lowLine: null,
    levelScaleId: null,
    habitScaleId: null,
    nightlySend: null,
  },
  moves: 'class',
})
