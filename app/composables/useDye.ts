import { depthOf, type ProficiencyScale } from '#core/scales/proficiency'

/** The palest dye is 0. */
const DEEPEST = 12

/** How deep the dye of a level of a scale is, from 0 to 12, however many levels there are. */
export const dyeOf = (scale: ProficiencyScale, value: string): number => Math.round(depthOf(scale, value) * DEEPEST)
