import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { onUsualDay, usualDays } from '#core/calendar/usual-days'
import { movedScores } from '#core/roster/moved-scores'
import { aClass } from '../support/class'

describe('scores that follow a student into another class of the course', () => {
  const there = aClass({
    assignments: {
      t1: { name: 'Core samples', linkId: 'core', points: '10' },
      t2: { name: 'Check 5', points: '40' },
      t3: { name: 'Delta model', points: '25' },
      t4: { name: 'Field walk', points: '5' },
      t5: { name: 'Notes', points: '5' },
    },
    scores: {
      ann: {
        t1: { value: { points: '8' }, marks: ['late'], note: 'two days', noteFor: 'family' },
        t2: '31',
        t3: '20',
        t4: '5',
      },
    },
  })
  const here = aClass({
    assignments: {
      h1: { name: 'Core sample drawing', linkId: 'core', points: '10' },
      h2: { name: 'check 5', points: '40' },
      h3: { name: 'Delta model', points: '50' },
      h5: { name: 'Notes', points: '5' },
    },
    scores: { ann: { h2: '35' } },
  })
  const moved = movedScores(there, here, 'ann')

  it('go to the linked copy, with their marks and notes', () =>
    expect(moved.desired).toEqual([
      {
        kind: 'cell',
        id: jointId('ann', 'h1'),
        to: { value: { points: '8' }, marks: ['late'], note: 'two days', noteFor: 'family', meant: '' },
      },
    ]))
  it('stay where they are, with the reason, where they do not fit; nothing here is overwritten', () =>
    expect(moved.left).toEqual([
      { name: 'Check 5', why: { code: 'moved.has-score', score: '35' } },
      { name: 'Delta model', why: { code: 'moved.points', there: '25', here: '50' } },
      { name: 'Field walk', why: { code: 'moved.no-assignment' } },
    ]))
})

describe('the days on which a class meets, by its due dates', () => {
  it('are the weekdays that come often', () => {
    // Tuesdays and Thursdays of November 2026, and one Saturday in twelve.
    const tuesdays = ['2026-11-03', '2026-11-10', '2026-11-17', '2026-11-24']
    const thursdays = ['2026-11-05', '2026-11-12', '2026-11-19', '2026-11-26']
    expect(usualDays([...tuesdays, ...thursdays, ...tuesdays, '2026-11-28'])).toEqual([2, 4])
    expect(usualDays([])).toEqual([])
  })
  it('a date goes to the next of them, and stays where it is one or there are none', () => {
    expect(onUsualDay('2026-11-25', [2, 4])).toBe('2026-11-26')
    expect(onUsualDay('2026-11-26', [2, 4])).toBe('2026-11-26')
    expect(onUsualDay('2026-11-27', [2, 4])).toBe('2026-12-01')
    expect(onUsualDay('2026-11-27', [])).toBe('2026-11-27')
  })
})
