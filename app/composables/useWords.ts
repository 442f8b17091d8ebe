/**
 * The browser's own words for an instant, made when they are first wanted: the tables that they come from take a new page
 * 10 ms to open, before its first row.
 */
function words(options: Intl.DateTimeFormatOptions): (at: number | Date) => string {
  let made: Intl.DateTimeFormat | undefined
  return (at) => (made ??= new Intl.DateTimeFormat('en-US', options)).format(at)
}
// Civil days are read and written as days of UTC, so that no zone moves them; instants by the clock of the machine.
const whole = words({ weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' })
const longWeekdays = words({ weekday: 'long', timeZone: 'UTC' })
const weekday = words({ weekday: 'short', timeZone: 'UTC' })
const instants = words({ month: 'short', day: 'numeric', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/**
 * `Nov 12`. Every sheet begins with some, so they wait for no table.
 *
 * @throws RangeError where that is no day
 */
export function shortDay(date: string | null): string {
  if (date === null) return 'no date'
  const [month, day] = new Date(date).toISOString().slice(5, 10).split('-').map(Number)
  return `${MONTHS[month! - 1]} ${day}`
}

/** `Wednesday, November 25`. */
export const longDay = (date: string) => whole(Date.parse(date))

/** `Saturday`. */
export const longWeekday = (date: string) => longWeekdays(Date.parse(date))

/** `Wed 25`. */
export const weekDay = (date: string) => `${weekday(Date.parse(date))} ${Number(date.slice(-2))}`

/** `Nov 16, 10:42`. */
export const shortInstant = (instant: string | Date) => instants(new Date(instant))

/** `1 student`, `26 students`. */
export const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`

/** With a capital at its beginning. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
