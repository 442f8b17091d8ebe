import type { Method } from '#core/plan/plan'

/** What each way of making a grade is called where one of them is chosen. */
export const methodWords: Readonly<Record<Method, string>> = {
  categories: 'by category weights',
  points: 'by total points',
  assignments: 'by assignment',
  none: 'no grade',
}
