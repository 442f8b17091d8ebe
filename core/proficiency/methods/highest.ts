import { compare } from '../../number/ratio'
import type { LevelMethod } from './method'

/** The highest level shown so far. */
export const highest: LevelMethod = {
  value: (levels) => levels.reduce((most, each) => (compare(each, most) > 0 ? each : most)),
}
