import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { applyChange, changeTo } from '#core/acts/apply'
import { looseEnds } from '#core/looseends'
import { leftEnds } from '#core/looseends/left'
import { find, put } from '#core/records'
import { aClass } from '../support/class'

const codes = (snapshot: ReturnType<typeof aClass>) => looseEnds(snapshot).map((each) => each.code)

/** Does what the mend in one step would do. */
function mend(snapshot: ReturnType<typeof aClass>): void {
  for (const { fixes } of looseEnds(snapshot))
    for (const { kind, id, to } of fixes?.[0]?.desired ?? []) {
      const change = changeTo(snapshot.records, kind, id, to as never)
      if (change) applyChange(snapshot.records, change)
    }
}

describe('loose ends', () => {
  it('are none in a class that is in order', () => {
    expect(codes(aClass({ categories: { a: '100' }, assignments: { x: { categoryId: 'a' } } }))).toEqual([])
  })
  it('an assignment outside every period, or without a date', () => {
    const snapshot = aClass({
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a', dueOn: '2027-07-31' }, y: { categoryId: 'a', dueOn: null } },
    })
    expect(codes(snapshot)).toEqual(['no-period', 'no-period'])
    expect(looseEnds(snapshot)[0]!.mend).toEqual({ view: 'gradebook', assignmentId: 'x' })
  })
  it('an assignment inside the year and in none of its periods', () => {
    const snapshot = aClass({ categories: { a: '100' }, assignments: { x: { categoryId: 'a', dueOn: '2026-10-31' } } })
    expect(codes(snapshot)).toEqual(['between-periods'])
    expect(say(looseEnds(snapshot)[0]!.message)).toContain('in Year but in no grading period of it')
  })
  it('an assignment without a category, or with one that is gone', () => {
    expect(
      codes(
        aClass({ plan: { method: 'points' }, assignments: { x: { categoryId: null }, y: { categoryId: 'gone' } } }),
      ),
    ).toEqual(['no-category', 'no-category'])
  })
  it('weights that do not come to 100, in thousandths and not in doubles', () => {
    expect(codes(aClass({ categories: { a: '45', b: '30' } }))).toEqual(['weights'])
    expect(codes(aClass({ categories: { a: '33.3', b: '33.3', c: '33.4' } }))).toEqual([])
    expect(codes(aClass({ plan: { method: 'points' }, categories: { a: '45' } }))).toEqual([])
  })
  it('are mended in one step to 100, in the same shares', () => {
    const snapshot = aClass({ categories: { a: '45', b: '30', c: '30' } })
    mend(snapshot)
    expect(codes(snapshot)).toEqual([])
    expect(['a', 'b', 'c'].map((id) => snapshot.records.category[id]!.weight)).toEqual(['42.8', '28.6', '28.6'])
  })
  it('a weighted category with no work in a period that has some', () => {
    const snapshot = aClass({ categories: { a: '60', b: '40' }, assignments: { x: { categoryId: 'a' } } })
    expect(codes(snapshot)).toEqual(['empty-category'])
    expect(say(looseEnds(snapshot)[0]!.message)).toBe(
      'b has no assignment in Quarter 2; its weight of 40 is shared out among the others.',
    )
    snapshot.records.category.b!.active = false
    expect(codes(snapshot)).toEqual([])
    // Extra credit has no weight to share out.
    Object.assign(snapshot.records.category.b!, { active: true, extraCredit: true })
    snapshot.records.category.a!.weight = '100'
    expect(codes(snapshot)).toEqual([])
  })
  it('a deleted category that still has work, brought back in one step', () => {
    const snapshot = aClass({ categories: { a: '100' }, assignments: { x: { categoryId: 'a' } } })
    snapshot.records.category.a!.removed = true
    expect(codes(snapshot)).toEqual(['removed-category'])
    mend(snapshot)
    expect(codes(snapshot)).toEqual([])
  })
  it('work out of 0 points where percents are averaged', () => {
    const snapshot = aClass({ categories: { a: '100' }, assignments: { x: { categoryId: 'a', points: '0' } } })
    expect(codes(snapshot)).toEqual([])
    snapshot.records.category.a!.basis = 'equal'
    expect(codes(snapshot)).toEqual(['no-points'])
  })
  it('scores with a label that the scale does not have', () => {
    const snapshot = aClass({
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a' } },
      scores: { ann: { x: { value: { label: 'E' } } } },
    })
    expect(looseEnds(snapshot).map((each) => say(each.message))).toEqual([
      'x has 1 score with a label that the scale does not have (E).',
    ])
  })
  it('a scale that ends above 0, or that the district does not allow', () => {
    const snapshot = aClass({ plan: { scale: { name: 'Short', steps: [{ label: 'P', from: '60' }] } } })
    expect(codes(snapshot)).toEqual(['scale'])
    mend(snapshot)
    expect(codes(snapshot)).toEqual([])
    snapshot.policy = { ...snapshot.policy, scaleIds: ['letters'] }
    expect(codes(snapshot)).toEqual(['scale-not-allowed'])
  })
  it('a scale that was changed since the class took it', () => {
    const [old, fresh] = [
      [{ label: 'P', from: '0' }],
      [
        { label: 'P', from: '50' },
        { label: 'N', from: '0' },
      ],
    ]
    const snapshot = aClass({ plan: { scale: { id: 'own', name: 'Own', steps: old } } })
    snapshot.scales = [{ id: 'own', name: 'Own', steps: fresh, owner: 'mine' }]
    expect(codes(snapshot)).toEqual(['scale'])
    mend(snapshot)
    expect(snapshot.records.plan.class!.scale.steps).toEqual(fresh)
    expect(codes(snapshot)).toEqual([])
  })
  it('low scores without a note, where the plan asks for one', () => {
    const snapshot = aClass({
      plan: { lowScoresWantNote: true },
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a', points: '10' } },
      scores: { ann: { x: '6.9' }, ben: { x: '7' }, cai: { x: { value: { points: '2' }, note: 'Was ill.' } } },
    })
    expect(looseEnds(snapshot).map((each) => [say(each.message), each.mend])).toEqual([
      ['x has 1 score below 70 % with no note.', { view: 'gradebook', assignmentId: 'x', studentId: 'ann' }],
    ])
    snapshot.records.plan.class!.lowScoresWantNote = false
    expect(codes(snapshot)).toEqual([])
  })
  it('periods side by side that share days', () => {
    const snapshot = aClass({})
    snapshot.periods[2]!.firstDay = '2026-10-26'
    expect(codes(snapshot)).toEqual(['periods-overlap'])
  })
  it('a longer period that is rounded twice, where that shows; entered unrounded in one step', () => {
    const snapshot = aClass({
      plan: { places: 0, parents: { year: { rule: 'compose', weights: {}, enters: 'displayed' } } },
      categories: { a: '100' },
      assignments: { x: { categoryId: 'a', dueOn: '2026-09-10' }, y: { categoryId: 'a' } },
      scores: { ann: { x: '95.6', y: '94.5' }, ben: { x: '90', y: '80' } },
    })
    expect(looseEnds(snapshot).map((each) => say(each.message))).toEqual([
      'Year is rounded twice, which changes what 1 student is shown.',
    ])
    mend(snapshot)
    expect(codes(snapshot)).toEqual([])
  })
  it('an override whose halves do not agree', () => {
    const snapshot = aClass({ categories: { a: '100' }, scores: { ann: {} } })
    put(snapshot.records, 'override', jointId('ann', 'q2'), {
      percent: '80',
      label: 'A',
      reason: '',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    expect(codes(snapshot)).toEqual(['override'])
    mend(snapshot)
    expect(find(snapshot.records, 'override', jointId('ann', 'q2'))!.label).toBe('B-')
    expect(codes(snapshot)).toEqual([])
  })
  it('an override above the top of the scale, until it is put right or confirmed', () => {
    const snapshot = aClass({ categories: { a: '100' }, scores: { ann: {} } })
    const id = jointId('ann', 'q2')
    const override = { percent: '995', label: null, reason: '', familyLine: '', incompleteUntil: null, meant: '' }
    put(snapshot.records, 'override', id, override)
    const [found] = looseEnds(snapshot)
    expect(say(found!.message)).toBe(
      'ann Test’s override in Quarter 2 is 995, above the scale’s top of 100. Is that meant?',
    )
    expect(found!.fixes!.map((fix) => say(fix.message))).toEqual(['99?', '995 stays'])
    mend(snapshot)
    expect(find(snapshot.records, 'override', id)).toMatchObject({ percent: '99', label: 'A' })
    expect(codes(snapshot)).toEqual([])
    put(snapshot.records, 'override', id, { ...override, meant: '995' })
    expect(codes(snapshot)).toEqual([])
    put(snapshot.records, 'override', id, { ...override, percent: '996', meant: '995' })
    expect(codes(snapshot)).toEqual(['override'])
  })
  it('an override whose label has left the scale, which is no grade any more', () => {
    const snapshot = aClass({ categories: { a: '100' }, scores: { ann: {} } })
    put(snapshot.records, 'override', jointId('ann', 'q2'), {
      percent: null,
      label: 'Gone',
      reason: '',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    expect(looseEnds(snapshot).map(({ code, message }) => [code, say(message)])).toEqual([
      [
        'override',
        'The override of ann Test in Quarter 2 is Gone, which is no longer on the scale: it is no grade. Give another one.',
      ],
    ])
  })
})

describe('what the last exchange left', () => {
  const snapshot = aClass({
    categories: { tests: '100' },
    assignments: { a: { categoryId: 'tests' } },
    scores: { ann: { a: { value: { points: '8' } } } },
  })
  const seen = find(snapshot.records, 'cell', 'ann/a')!
  const left = (state: 'refused' | 'held') =>
    leftEnds(snapshot, [
      {
        studentId: 'ann',
        assignmentId: 'a',
        state,
        reason: { code: 'send.refused', says: 'The term is closed.' },
        seen,
      },
    ])
  it('is a loose end with the reason, until the score is another one', () => {
    expect(left('refused')).toMatchObject([
      {
        code: 'refused',
        message: { reason: { says: 'The term is closed.' } },
        mend: { studentId: 'ann', assignmentId: 'a' },
      },
    ])
    expect(left('held').map((each) => each.code)).toEqual(['undecided'])
    put(snapshot.records, 'cell', 'ann/a', { ...seen, value: { points: '9' } })
    expect(left('refused')).toEqual([])
  })
})
