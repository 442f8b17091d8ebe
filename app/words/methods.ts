import type { MethodName } from '#core/proficiency/methods'
import type { Method } from '#core/plan/plan'

/** What each way of making a grade is called where one of them is chosen. */
export const methodWords: Readonly<Record<Method, string>> = {
  categories: 'by category weights',
  points: 'by total points',
  assignments: 'by assignment',
  none: 'no grade',
}

/** How levels are calculated, as short as a column head wants it. */
export const levelMethodShort: Readonly<Record<MethodName, string>> = {
  'most recent': 'latest',
  'mean of the last': 'last few',
  mean: 'mean',
  median: 'median',
  highest: 'highest',
  mode: 'mode',
  'decaying average': 'decaying',
  'power law': 'power law',
}

/** What each way of calculating a level is called where one of them is chosen. */
export const levelMethodWords: Readonly<Record<MethodName, string>> = {
  'most recent': 'the most recent',
  'mean of the last': 'the mean of the last few',
  mean: 'the mean of all',
  median: 'the median of all',
  highest: 'the highest',
  mode: 'the most frequent',
  'decaying average': 'a decaying average: recent speaks louder',
  'power law': 'a power law: where the trend arrives',
}
