import type { LevelMethod } from './method'

/** The newest evidence alone. */
export const mostRecent: LevelMethod = { value: (levels) => levels.at(-1)! }
