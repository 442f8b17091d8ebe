import { describe, expect, it } from 'vitest'
import { classDay } from '#core/today/class-day'
import { aClass } from '../support/class'

const today = '2026-11-25'
const span = (firstDay: string, lastDay: string | null = null) => ({ firstDay, lastDay })

describe('what a class has for the teacher on a day', () => {
  const snapshot = aClass({
    assignments: {
      Quiz: { dueOn: '2026-11-20' },
      Notes: { dueOn: '2026-11-24' },
      Lab: { dueOn: '2026-11-25' },
      Essay: { dueOn: '2026-12-01' },
      Poster: { dueOn: '2026-12-02' },
      Museum: { dueOn: '2026-12-09' },
    },
    scores: {
      ann: { Quiz: '80', Notes: { marks: ['missing'] }, Lab: { marks: ['missing'] } },
      ben: { Quiz: { marks: ['absent'] }, Notes: { value: { points: '50' }, marks: ['missing'] } },
      cam: { Quiz: '70' },
      dee: {},
    },
    students: [
      { id: 'ann', spans: [span('2026-08-31')] },
      { id: 'ben', spans: [span('2026-08-31')] },
      // Came yesterday: neither the quiz nor the notes were hers to do.
      { id: 'dee', spans: [span('2026-11-25')] },
      // Left on Monday: his blanks wait for nobody.
      { id: 'cam', spans: [span('2026-08-31', '2026-11-23')] },
    ],
  })
  const day = classDay(snapshot, snapshot.periods[0]!, today)

  it('stacks are what is due and has neither score nor mark, of those who were there and are here', () =>
    expect(day.stacks.map(({ name, waiting, firstStudentId }) => [name, waiting, firstStudentId])).toEqual([
      ['Lab', 2, expect.stringMatching(/ben|dee/)],
    ]))
  it('the week ahead begins today and ends after seven days', () => {
    expect(day.ahead.map((each) => each.name)).toEqual(['Lab', 'Essay'])
    expect(day.next.map((each) => each.name)).toEqual(['Poster'])
  })
  it('who came and who went in the last week', () => {
    expect(day.joined.map((each) => each.id)).toEqual(['dee'])
    expect(day.left.map((each) => each.id)).toEqual(['cam'])
  })
  it('missing is a mark without a score', () =>
    expect(day.missing.map(({ id, count }) => [id, count])).toEqual([['ann', 2]]))
})
