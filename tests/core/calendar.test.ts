import { differenceInCalendarDays, parseISO } from 'date-fns'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { daysAfter, daysBetween, isCivilDate } from '#core/calendar/date'
import {
  ancestorsOf,
  belongs,
  childrenOf,
  gradingPeriods,
  periodOf,
  periodToday,
  yearOf,
  type Period,
} from '#core/calendar/periods'
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
    expect(daysBetween('2026-03-30', '2026-03-28')).toBe(-2)
  })
  it('are as many between two as another package counts (date-fns), whatever the clocks do', () => {
    const day = fc.date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true })
    const civil = day.map((each) => each.toISOString().slice(0, 10))
    fc.assert(
      fc.property(civil, civil, (from, to) => {
        expect(daysBetween(from, to)).toBe(differenceInCalendarDays(parseISO(to), parseISO(from)))
      }),
    )
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

describe('whose work an assignment is', () => {
  const year: Period[] = [
    { id: 'y', parentId: null, kind: 'year', title: 'Year', firstDay: '2026-09-01', lastDay: '2027-06-11' },
    { id: 's', parentId: 'y', kind: 'semester', title: 'Semester', firstDay: '2026-09-01', lastDay: '2026-12-18' },
    { id: 'q', parentId: 's', kind: 'grading', title: 'Quarter', firstDay: '2026-11-01', lastDay: '2026-12-18' },
    { id: 'x', parentId: 's', kind: 'exam', title: 'Exam', firstDay: '2026-12-14', lastDay: '2026-12-18' },
  ]
  const holders = (date: string | null) => year.filter((each) => belongs(year, each, date)).map((each) => each.id)
  it('belongs to the period of its date and the longer ones above, in each only once', () => {
    expect(holders('2026-11-10')).toEqual(['y', 's', 'q'])
    // The exam window lies inside the quarter: its work is its own.
    expect(holders('2026-12-15')).toEqual(['y', 's', 'x'])
    expect(holders('2026-12-18')).toEqual(['y', 's', 'x'])
  })
  it('may lie in a longer period and in none below it, or nowhere', () => {
    expect(holders('2026-10-01')).toEqual(['y', 's'])
    expect(holders('2027-03-01')).toEqual(['y'])
    expect(holders('2027-07-01')).toEqual([])
    expect(holders(null)).toEqual([])
  })
  it('finds children in time and ancestors from the nearest', () => {
    expect(childrenOf(year, 's').map((each) => each.id)).toEqual(['q', 'x'])
    expect(ancestorsOf(year, year[3]!).map((each) => each.id)).toEqual(['s', 'y'])
  })
})
