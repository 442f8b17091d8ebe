import { expect, it } from 'vitest'
import { cronOf } from '../../server/jobs/queue'

it('the night begins at the time of day that is set, or never', () => {
  expect(['02:15', '23:05', 'never'].map(cronOf)).toEqual(['15 2 * * *', '5 23 * * *', null])
  for (const odd of ['', '24:00', '2:15', '02:60', 'midnight']) expect(() => cronOf(odd)).toThrow('no time of day')
})
