import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { assignmentsOf } from '#core/plan/rules'
import { bulkTo } from '~/sheet/bulk'
import { bySize, inOrder, isShown, queryOf, studentsShown, viewOf, type SheetView } from '~/sheet/view'
import { aClass } from '../support/class'

const today = '2026-11-20'
const snapshot = aClass({
  categories: { tests: '60', notes: '40' },
  assignments: {
    walk: { categoryId: 'notes', dueOn: '2026-11-05', place: 2 },
    check: { categoryId: 'tests', dueOn: '2026-11-10', place: 1, standardIds: ['std'] },
    lab: { categoryId: 'tests', dueOn: '2026-12-01', place: 0 },
    old: { categoryId: null, dueOn: '2026-11-12', hidden: true, place: 3 },
  },
  scores: {
    ann: { walk: '80', check: { marks: ['missing'] } },
    ben: { walk: '70', check: '90' },
    eve: { check: '60' },
  },
  students: [{ id: 'eve', spans: [{ firstDay: '2026-11-08', lastDay: null }] }],
})
const view = (more: Partial<SheetView> = {}): SheetView => ({ ...viewOf({}), ...more })
const shown = (more: Partial<SheetView> = {}) =>
  assignmentsOf(snapshot)
    .filter((each) => isShown(snapshot, each, snapshot.students, view(more), today))
    .map((each) => each.id)
const students = (show: SheetView['show'], low: string[] = []) =>
  studentsShown(
    snapshot,
    snapshot.students,
    assignmentsOf(snapshot).filter((each) => !each.hidden),
    show,
    {
      isLow: (id) => low.includes(id),
      today,
    },
  ).map((each) => each.id)

describe('what of a sheet is shown', () => {
  it('is all but what was put away, which comes back on request', () => {
    expect(shown()).toEqual(['walk', 'check', 'lab'])
    expect(shown({ away: true })).toContain('old')
  })
  it('is of one category or standard', () => {
    expect(shown({ category: 'tests' })).toEqual(['check', 'lab'])
    expect(shown({ standard: 'std' })).toEqual(['check'])
  })
  it('is what somebody is missing, or what is due and unscored for somebody who was there', () => {
    expect(shown({ show: 'missing' })).toEqual(['check'])
    // Eve came after the walk, and the lab is not due: nobody is unscored.
    expect(shown({ show: 'unscored' })).toEqual([])
  })
  it('of students: those with something missing, or under the line', () => {
    expect(students('all')).toEqual(['ann', 'ben', 'eve'])
    expect(students('missing')).toEqual(['ann'])
    expect(students('unscored')).toEqual([])
    expect(students('low', ['eve'])).toEqual(['eve'])
  })
  it('of students by one assignment leaves all the work in view, and counts what came in as not missing', () => {
    expect(shown({ show: 'missing', at: 'check' })).toEqual(['walk', 'check', 'lab'])
    const came = aClass({
      assignments: { check: {}, lab: {} },
      scores: {
        ann: { check: { marks: ['missing'] } },
        ben: { check: { value: { points: '7' }, marks: ['missing'] } },
      },
    })
    const work = assignmentsOf(came)
    const missing = (at: string[]) =>
      studentsShown(
        came,
        came.students,
        work.filter(({ id }) => at.includes(id)),
        'missing',
        { isLow: () => false, today },
      ).map(({ id }) => id)
    expect(missing(['check'])).toEqual(['ann'])
    expect(missing(['lab'])).toEqual([])
  })
  it('is said by the address, and read from it again', () =>
    fc.assert(
      fc.property(
        fc.record({
          span: fc.option(fc.constantFrom('s1', 'year')),
          category: fc.option(fc.constantFrom('tests')),
          standard: fc.option(fc.constantFrom('std')),
          show: fc.constantFrom('all' as const, 'missing' as const, 'unscored' as const, 'low' as const),
          order: fc.constantFrom('due' as const, 'newest' as const, 'category' as const, 'hand' as const),
          at: fc.option(fc.constantFrom('check')),
          sort: fc.constantFrom('name', 'grade', 'slipping', 'check'),
          away: fc.boolean(),
        }),
        (desired) => void expect(viewOf(queryOf(desired))).toEqual(desired),
      ),
    ))
  it('what an address says that nobody knows is as in the beginning', () =>
    expect(viewOf({ show: 'everything', order: ['due'], away: 'yes' })).toEqual(viewOf({})))
})

describe('the order of a sheet', () => {
  const columns = (order: SheetView['order']) => {
    const known = {
      categories: ['tests', 'notes'].map((id) => ({ ...snapshot.records.category[id]!, id })),
      periods: snapshot.periods,
    }
    const all = assignmentsOf(snapshot).filter((each) => !each.hidden)
    return inOrder(all, (each) => each, known, order).map((each) => each.id)
  }
  it('of columns: by due date, the newest first, by category, or by hand within the period', () => {
    expect(columns('due')).toEqual(['walk', 'check', 'lab'])
    expect(columns('newest')).toEqual(['lab', 'check', 'walk'])
    expect(columns('category')).toEqual(['check', 'lab', 'walk'])
    expect(columns('hand')).toEqual(['lab', 'check', 'walk'])
  })
  it('of students by a number: who has none comes last, either way', () => {
    const sizes: Record<string, number | null> = { a: 2, b: null, c: 9, d: 2 }
    const by = (first: 'greatest' | 'smallest') => bySize(['a', 'b', 'c', 'd'], (id) => sizes[id]!, first)
    expect(by('greatest')).toEqual(['c', 'a', 'd', 'b'])
    expect(by('smallest')).toEqual(['a', 'd', 'c', 'b'])
  })
})

describe('one thing done to many assignments', () => {
  const [walk] = assignmentsOf(snapshot)
  it('moves dates by days, over the end of a month', () =>
    expect(bulkTo(walk!, { do: 'move', days: '-7', weekdays: false })).toEqual({ dueOn: '2026-10-29' }))
  it('skips weekends on request: the walk is due on a Thursday', () => {
    const moved = (days: string) => bulkTo(walk!, { do: 'move', days, weekdays: true })
    expect([moved('1'), moved('2'), moved('-4')]).toEqual([
      { dueOn: '2026-11-06' },
      { dueOn: '2026-11-09' },
      { dueOn: '2026-10-30' },
    ])
  })
  it('takes a decimal with a comma, and refuses what is none with words', () => {
    expect(bulkTo(walk!, { do: 'points', points: '12,5' })).toEqual({ points: '12.5' })
    expect(bulkTo(walk!, { do: 'points', points: 'ten' })).toHaveProperty('refused')
    expect(bulkTo(walk!, { do: 'multiplier', multiplier: '0' })).toEqual({ refused: 'A multiplier is above 0.' })
    expect(bulkTo(walk!, { do: 'move', days: '1.5', weekdays: true })).toHaveProperty('refused')
  })
  it('tags with a standard once, and takes it off', () => {
    const tagged = { ...walk!, standardIds: ['std'] }
    expect(bulkTo(tagged, { do: 'standard', id: 'std', tagged: true })).toEqual({ standardIds: ['std'] })
    expect(bulkTo(tagged, { do: 'standard', id: 'std', tagged: false })).toEqual({ standardIds: [] })
  })
})
