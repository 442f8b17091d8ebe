import { describe, expect, it } from 'vitest'
import { madeAt } from '../../server/services/acts'

describe('when an act was made', () => {
  const now = new Date('2026-11-25T12:00:00Z')
  it('is told by the server’s clock: what the sender’s is wrong by is taken off', () => {
    // Three days behind: made ten minutes before it was sent.
    expect(madeAt('2026-11-22T11:50:00Z', { now, sentAt: '2026-11-22T12:00:00Z' })).toEqual(
      new Date('2026-11-25T11:50:00Z'),
    )
    expect(madeAt('2028-11-25T12:00:00Z', { now, sentAt: '2028-11-25T12:00:30Z' })).toEqual(
      new Date('2026-11-25T11:59:30Z'),
    )
  })
  it('is never in the future nor before the product', () => {
    expect(madeAt('2028-01-01T00:00:00Z', { now })).toEqual(now)
    expect(madeAt('1970-01-01T00:00:00Z', { now })).toEqual(now)
    expect(madeAt('2026-11-20T08:00:00Z', { now })).toEqual(new Date('2026-11-20T08:00:00Z'))
  })
})
