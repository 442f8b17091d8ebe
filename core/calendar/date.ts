import { addDays, formatISO, isValid, parseISO } from 'date-fns'

const DAY_MS = 86_400_000

/** A day of the civil calendar, `YYYY-MM-DD`. Never an instant, so never in a time zone. Text order is time order. */
export type CivilDate = string

/**
 * Tells whether the text is a real day of the calendar, in a year that a school can speak of (1900 to 2199).
 *
 * @example isCivilDate('2026-02-29') // false
 */
export function isCivilDate(text: string): boolean {
  return /^(19|20|21)\d{2}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))
}

/**
 * The day some days later, or earlier when `days` is negative.
 *
 * @example daysAfter('2026-03-01', -1) // '2026-02-28'
 */
export function daysAfter(date: CivilDate, days: number): CivilDate {
  return formatISO(addDays(parseISO(date), days), { representation: 'date' })
}

/**
 * How many days `to` is after `from`.
 *
 * @example daysBetween('2026-11-25', '2026-11-27') // 2
 */
export function daysBetween(from: CivilDate, to: CivilDate): number {
  // Days of the calendar as such are read as days of UTC, which are all of one length; the year strip counts a hundred.
  return (Date.parse(to) - Date.parse(from)) / DAY_MS
}
