import { parseISO } from 'date-fns'
import { daysAfter, type CivilDate } from './date'

/** A weekday is one of a class's own when at least this share of its work is due on it. */
const SHARE = 0.1

const weekday = (date: CivilDate) => parseISO(date).getDay()

/**
 * The weekdays on which a class's work is usually due, as its due dates show: nobody sends us its timetable.
 *
 * @returns weekdays from 0, Sunday, to 6; none where there is no work yet
 * @example usualDays(['2026-11-10', '2026-11-12', '2026-11-17']) // [2, 4], Tuesday and Thursday
 */
export function usualDays(dueDates: readonly CivilDate[]): number[] {
  const counts = Array<number>(7).fill(0)
  for (const date of dueDates) counts[weekday(date)]!++
  return [...counts.keys()].filter((day) => counts[day]! > 0 && counts[day]! >= SHARE * dueDates.length)
}

/**
 * The first day from a date on that is one of the given weekdays; the date itself where none is given.
 *
 * @example onUsualDay('2026-11-25', [2, 4]) // '2026-11-26'
 */
export function onUsualDay(date: CivilDate, days: readonly number[]): CivilDate {
  for (let later = 0; later < 7; later++) {
    const day = daysAfter(date, later)
    if (days.includes(weekday(day))) return day
  }
  return date
}
