/** Why a category has no result. */
export type WhyNoResult = 'no scores' | 'only score is dropped' | 'all scores are dropped' | 'only extra points'
