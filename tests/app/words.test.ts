import { format, parseISO } from 'date-fns'
import { afterEach, expect, it } from 'vitest'
import { daysAfter } from '../../core/calendar/date'
import { longDay, shortDay, shortInstant, weekDay } from '../../app/composables/useWords'

const zone = process.env.TZ
afterEach(() => {
  if (zone === undefined) delete process.env.TZ
  else process.env.TZ = zone
})

// Second opinion: date-fns, a general-purpose library of dates.
it.each(['UTC', 'Pacific/Kiritimati', 'Pacific/Pago_Pago', 'America/New_York'])(
  'every day of a year and a half is said as another library says it (%s)',
  (where) => {
    process.env.TZ = where
    for (let day = '2026-08-01'; day < '2028-03-02'; day = daysAfter(day, 1)) {
      const there = parseISO(day)
      expect(shortDay(day)).toBe(format(there, 'MMM d'))
      expect(longDay(day)).toBe(format(there, 'EEEE, MMMM d'))
      expect(weekDay(day)).toBe(format(there, 'EEE d'))
    }
  },
)

it.each(['2026-11-16T00:05:00', '2026-11-16T10:42:00', '2026-12-31T23:59:59', '2027-02-28T12:00:00'])(
  'an instant is said by the clock of the machine, of 24 hours (%s)',
  (local) => expect(shortInstant(new Date(local))).toBe(format(new Date(local), 'MMM d, HH:mm')),
)

it('what has no date says so, and what is none is a bug', () => {
  expect(shortDay(null)).toBe('no date')
  expect(() => shortDay('2026-02-30x')).toThrow(RangeError)
})
