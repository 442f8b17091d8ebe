import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { compare, type Baseline } from '#core/exchange/compare'
import { desired, type Sendable } from '#core/exchange/desired'
import { gradebookEntities, scoreStatuses } from '#core/formats/oneroster/rest'
import { currentGrades } from '#core/grading/declared'
import { aClass, aStandard } from '../support/class'

const thing = (title: string): Sendable => ({ type: 'category', id: 'c', title, fields: { title } })
const there = (title: string | null) => new Map(title === null ? [] : [['c', { title }]])
const base = (title: string | null) =>
  new Map<string, Baseline>(title === null ? [] : [['c', { type: 'category', title, fields: { title } }]])
const step = (here: string | null, over: string | null, baseline: string | null) =>
  compare(here === null ? [] : [thing(here)], there(over), base(baseline))[0]?.step ?? 'nothing'

describe('the three-way comparison', () => {
  it.each([
    ['new here', 'a', null, null, 'create'],
    ['the same everywhere', 'a', 'a', 'a', 'nothing'],
    ['changed here only', 'b', 'a', 'a', 'change'],
    ['changed alike on both sides', 'b', 'b', 'a', 'nothing'],
    ['sent, but the answer was lost', 'a', 'a', null, 'nothing'],
    ['changed there only', 'a', 'b', 'a', 'held'],
    ['changed differently on both sides', 'b', 'c', 'a', 'held'],
    ['there already, and different, though never sent', 'a', 'b', null, 'held'],
    ['gone there', 'a', null, 'a', 'held'],
    ['gone here', null, 'a', 'a', 'remove'],
    ['gone here and changed there', null, 'b', 'a', 'held'],
    ['gone on both sides', null, null, 'a', 'nothing'],
    ['made there by somebody else', null, 'a', null, 'nothing'],
  ])('%s: here %j, there %j, agreed %j is %s', (_, here, over, baseline, expected) =>
    expect(step(here, over, baseline)).toBe(expected),
  )

  it('sends what others refer to first, and removes it last', () => {
    const of = (type: Sendable['type'], id: string): Sendable => ({ type, id, title: id, fields: {} })
    const baseline = new Map<string, Baseline>([
      ['c0', { type: 'category', title: '', fields: {} }],
      ['r0', { type: 'result', title: '', fields: {} }],
    ])
    const over = new Map([
      ['c0', {}],
      ['r0', {}],
    ])
    expect(
      compare([of('result', 'r'), of('lineItem', 'l'), of('category', 'c')], over, baseline).map((each) => each.id),
    ).toEqual(['c', 'l', 'r', 'r0', 'c0'])
  })
})

describe('what the district should hold', () => {
  const snapshot = aClass({
    categories: { tests: '100' },
    assignments: {
      a: { categoryId: 'tests' },
      stray: { categoryId: null },
      outside: { categoryId: 'tests', dueOn: '2026-10-31' },
    },
    scores: {
      ann: { a: { value: { points: '8' }, marks: ['late'] } },
      ben: { a: { marks: ['excused'] } },
      cai: { a: { marks: ['missing'], note: 'private' } },
      dov: { a: {} },
    },
  })
  const sourced = new Map(['class', 'q2', 'ann', 'ben', 'cai', 'dov'].map((id) => [id, `sis-${id}`]))
  const results = () => desired(snapshot, sourced).sendables.filter((each) => each.type === 'result')

  it('names scores and their status in the words of OneRoster', () => {
    expect(
      results().map((each) => [each.fields.scoreStatus, each.fields.score, each.fields.late, each.fields.missing]),
    ).toEqual([
      ['fully graded', 8, 'true', 'false'],
      ['exempt', undefined, 'false', 'false'],
      ['not submitted', undefined, 'false', 'true'],
    ])
    for (const each of results()) expect(scoreStatuses).toContain(each.fields.scoreStatus)
  })
  it('has the fields that the standard asks for', () => {
    const envelope = {
      sourcedId: 'x',
      status: 'active',
      dateLastModified: '2026-11-25T00:00:00Z',
      scoreDate: '2026-11-25',
    }
    for (const each of desired(snapshot, sourced).sendables)
      expect(gradebookEntities[each.type].safeParse({ ...envelope, ...each.fields }).success).toBe(true)
  })
  it('keeps private notes here', () => expect(JSON.stringify(results())).not.toContain('private'))
  it('says what cannot be sent, and why', () => {
    expect(
      desired(snapshot, sourced)
        .unsendables.map((each) => each.title)
        .sort(),
    ).toEqual(['outside', 'stray'])
  })
  it('sends levels of declared periods as learning objectives, the teacher’s own with its reason, and nothing of a class’s own', () => {
    const snapshot = aClass({
      plan: { method: 'none' },
      categories: { c: '100' },
      assignments: { map: { categoryId: 'c', standardIds: ['s1', 'mine'], scoredIn: 'levels' } },
      scores: { ann: { map: { value: { level: '2' } } } },
    })
    snapshot.standards.push(
      aStandard('s1'),
      aStandard('s2', { reported: false }),
      aStandard('mine', { owner: 'class' }),
    )
    snapshot.records.levelOverride['ann/s1/q2'] = { level: '4', reason: 'Showed it at the board' }
    snapshot.records.levelOverride['ann/s2/q2'] = { level: '4', reason: '' }
    snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
    snapshot.records.declaration.q2 = { ...blanks.declaration, declared: true }
    const ids = new Map(['class', 'ann', 'year', 'q1', 'q2'].map((id) => [id, `there-${id}`]))
    const { sendables } = desired(snapshot, ids)
    const item = sendables.find((each) => each.id === 'map')!
    expect(item.fields.learningObjectiveSet).toEqual([{ source: 'case', learningObjectiveIds: ['s1'] }])
    const result = sendables.find((each) => each.id === 'class.q2.grade.ann')!
    expect(result.fields).toMatchObject({
      scoreStatus: 'fully graded',
      learningObjectiveSet: [
        { source: 'case', learningObjectiveResults: [{ learningObjectiveId: 's1', score: 4, textScore: 'Level 4' }] },
      ],
      metadata: { 'ownLevel.s1': 'calculated 2.00; Showed it at the board' },
    })
    expect(result.fields).not.toHaveProperty('score')
    // What comes back from the district is read with the same fields, so that nothing is sent twice.
    const base = {
      sourcedId: result.id,
      status: 'active',
      dateLastModified: '2026-11-26T00:00:00Z',
      scoreDate: '2026-11-26',
    }
    expect(gradebookEntities.result.parse({ ...base, ...result.fields })).toMatchObject(result.fields)
  })
  it('sends grades and remarks of declared periods, the override with its reason', () => {
    snapshot.records.override[jointId('ann', 'q2')] = { percent: '80', label: 'B-', reason: 'redone', familyLine: '' }
    snapshot.records.remark[jointId('ann', 'q2')] = { text: 'Ann is ready.' }
    expect(desired(snapshot, sourced).sendables.some((each) => each.id.includes('grade'))).toBe(false)
    snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
    snapshot.records.declaration.q2 = { ...blanks.declaration, declared: true }
    const grade = desired(snapshot, sourced).sendables.find((each) => each.id === 'class.q2.grade.ann')!
    expect(grade.fields).toMatchObject({
      score: 80,
      textScore: 'B-',
      comment: 'Ann is ready.',
      metadata: { overridden: 'true', computed: '8.0 F', reason: 'redone' },
    })
  })
  it('sends the grade with the points of its course level, and the unadjusted one beside it', () => {
    snapshot.records.override = {}
    snapshot.records.plan.class!.coursePoints = { points: '5', periodIds: ['q2'] }
    snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
    const grade = desired(snapshot, sourced).sendables.find((each) => each.id === 'class.q2.grade.ann')!
    expect(grade.fields).toMatchObject({ score: 13, textScore: 'F', metadata: { unadjusted: '8.0 F' } })
  })
})
