import { isWeekend as isOnWeekend, parseISO } from 'date-fns'
import { daysAfter, type CivilDate } from './date'

/** Whether the day is a Saturday or Sunday. @example isWeekend('2026-11-28') // true */
export const isWeekend = (date: CivilDate): boolean => isOnWeekend(parseISO(date))

/**
 * Returns the day some weekdays later, or earlier when `days` is negative. From a weekend, the next weekday is one later.
 *
 * @example weekdaysAfter('2026-11-25', 3) // '2026-11-30', a Monday
 */
export function weekdaysAfter(date: CivilDate, days: number): CivilDate {
  const step = days < 0 ? -1 : 1
  let day = date
  for (let left = Math.abs(days); left > 0;) {
    day = daysAfter(day, step)
    if (!isWeekend(day)) left--
  }
  return day
}
