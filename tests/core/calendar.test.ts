import { describe, expect, it } from 'vitest'
import { daysAfter, daysBetween, isCivilDate } from '#core/calendar/date'
import { gradingPeriods, periodOf, periodToday, yearOf } from '#core/calendar/periods'
import { aClass } from '../support/class'

const { periods } = aClass({})
const exam = {
  id: 'exam',
  parentId: 'year',
  kind: 'exam' as const,
  title: 'Exam',
  firstDay: '2026-12-14',
  lastDay: '2026-12-16',
}

describe('civil dates', () => {
  it('knows real days', () => {
    expect(isCivilDate('2028-02-29')).toBe(true)
    expect(isCivilDate('2026-02-29')).toBe(false)
    expect(isCivilDate('2026-2-9')).toBe(false)
  })
  it('steps over the days on which clocks change', () => {
    expect(daysAfter('2026-03-08', 1)).toBe('2026-03-09')
    expect(daysAfter('2026-03-29', -1)).toBe('2026-03-28')
    expect(daysBetween('2026-10-24', '2026-11-02')).toBe(9)
  })
})

describe('grading periods', () => {
  it('are those with no period below', () =>
    expect(gradingPeriods(periods).map((each) => each.id)).toEqual(['q1', 'q2']))
  it('hold their first and last day', () => {
    expect(periodOf(periods, '2026-11-02')?.id).toBe('q2')
    expect(periodOf(periods, '2026-12-16')?.id).toBe('q2')
    expect(periodOf(periods, '2026-12-17')).toBeNull()
    expect(periodOf(periods, null)).toBeNull()
  })
  it('give a day that two hold to the shorter one', () =>
    expect(periodOf([...periods, exam], '2026-12-15')?.id).toBe('exam'))
  it('look at the last one begun when none holds today', () => {
    expect(periodToday(periods, '2026-10-31')?.id).toBe('q1')
    expect(periodToday(periods, '2026-07-01')?.id).toBe('q1')
  })
  it('belong to one year', () => {
    const other = { ...periods[0]!, id: 'other' }
    expect(yearOf([...periods, other], ['q2']).map((each) => each.id)).toEqual(['year', 'q1', 'q2'])
  })
})
