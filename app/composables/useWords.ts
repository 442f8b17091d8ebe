/** Civil days are read and written as days of UTC, so that no zone moves them; instants by the clock of the machine. */
const words = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-US', options)
const day = words({ month: 'short', day: 'numeric', timeZone: 'UTC' })
const whole = words({ weekday: 'long', month: 'long', day: 'numeric', timeZone: 'UTC' })
const weekday = words({ weekday: 'short', timeZone: 'UTC' })
const instants = words({ month: 'short', day: 'numeric', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })

/** `Nov 12`. */
export const shortDay = (date: string | null) => (date === null ? 'no date' : day.format(Date.parse(date)))

/** `Wednesday, November 25`. */
export const longDay = (date: string) => whole.format(Date.parse(date))

/** `Wed 25`. */
export const weekDay = (date: string) => `${weekday.format(Date.parse(date))} ${Number(date.slice(-2))}`

/** `Nov 16, 10:42`. */
export const shortInstant = (instant: string | Date) => instants.format(new Date(instant))

/** `1 student`, `26 students`. */
export const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`

/** With a capital at its beginning. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
