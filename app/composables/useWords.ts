import { format, parseISO } from 'date-fns'

/** `Nov 12`. */
export const shortDay = (date: string | null) => (date === null ? 'no date' : format(parseISO(date), 'MMM d'))

/** `Wednesday, November 25`. */
export const longDay = (date: string) => format(parseISO(date), 'EEEE, MMMM d')

/** `Wed 25`. */
export const weekDay = (date: string) => format(parseISO(date), 'EEE d')

/** `Nov 16, 10:42`. */
export const shortInstant = (instant: string | Date) => format(new Date(instant), 'MMM d, HH:mm')

/** `1 student`, `26 students`. */
export const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`

/** With a capital at its beginning. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
