import type { Origin } from '#core/proficiency/evidence-of'

/** How a level came about, after the level itself. */
export const originWords: Record<Origin, string> = {
  given: '',
  points: ', from the points',
  missing: ', because it is missing',
  observed: ', seen',
}
