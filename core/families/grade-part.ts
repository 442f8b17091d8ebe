import type { WhyNoResult } from '../grading/work/why'

/** One part of a grade as a family reads it: a category, or in a composed period a shorter one. */
export interface GradePart {
  name: string
  /** What it weighs of every 100 as it acts, to one decimal; null where it has no part, or nothing is weighed. */
  weight: string | null
  /** As much of its result as the plan shows to families; where there is none, why. */
  result: string | { none: WhyNone }
}

/** Why a part has no result. */
export type WhyNone = WhyNoResult | 'no grade yet'
