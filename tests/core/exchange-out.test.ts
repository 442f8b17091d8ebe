import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { desired } from '#core/exchange/desired'
import { merge } from '#core/exchange/merge'
import type { Sendable } from '#core/exchange/thing'
import { entityOf, thingOf, versions, wireOf, type Version } from '#core/formats/oneroster/gradebook'
import { gradebookEntities, scoreStatuses } from '#core/formats/oneroster/gradebook-entities'
import { readDecimal } from '#core/number/decimal'
import { currentGrades } from '#core/report-card/declared'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

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
  const results = () => desired(snapshot, sourced).sendables.filter((each) => each.type === 'score')

  const wire = (each: Sendable, version: Version = '1.2') => wireOf(each, version)
  const read = (each: Sendable, version: Version = '1.2') =>
    thingOf(
      entityOf[each.type],
      gradebookEntities[entityOf[each.type]].parse({ ...envelope, ...wire(each, version) }),
      version,
      (id) => id.endsWith('.grade'),
    )
  const envelope = {
    sourcedId: 'x',
    status: 'active',
    dateLastModified: '2026-11-25T00:00:00Z',
    scoreDate: '2026-11-25',
  }

  it('names scores and their status in the words of OneRoster', () => {
    expect(
      results()
        .map((each) => wire(each))
        .map((each) => [each.scoreStatus, each.score, each.late, each.missing]),
    ).toEqual([
      ['fully graded', 8, 'true', 'false'],
      ['exempt', undefined, 'false', 'false'],
      ['not submitted', undefined, 'false', 'true'],
    ])
    for (const each of results()) expect(scoreStatuses).toContain(wire(each).scoreStatus)
  })
  it.each(versions)('has the fields that OneRoster %s asks for, and reads them back as they were', (version) => {
    for (const each of desired(snapshot, sourced).sendables) {
      const back = read(each, version)
      expect([back.type, back.fields]).toEqual([each.type, each.fields])
    }
  })
  it.each(versions)('reads back whatever can be typed, by OneRoster %s', (version) => {
    const decimal = fc.integer({ min: 0, max: 9_999_999 }).map((n) => readDecimal(String(n / 1000))!)
    const word = fc.constantFrom('Quiz', 'Ænd “of” term, 2', 'x')
    const assignment = fc
      .record({
        name: word,
        shortName: word,
        description: fc.constantFrom('', 'Read ch. 3'),
        dueOn: fc.constantFrom('2026-11-03', '2026-12-31'),
        points: decimal,
        multiplier: decimal,
        counts: fc.boolean(),
        standardIds: fc.subarray(['s1', 's2']),
      })
      .map((fields) => ({ ...fields, classId: 'k', categoryId: 'c', periodId: 'p' }))
    const score = fc
      .record({
        earned: fc.option(decimal.map(Number)),
        text: fc.option(fc.constantFrom('B+', '3')),
        marks: fc.subarray(['missing', 'late', 'absent', 'incomplete', 'excused'] as const),
        note: fc.constantFrom('', 'Redo no. 4'),
      })
      .map((fields) => ({ ...fields, marks: [...fields.marks], assignmentId: 'a', studentId: 's' }))
    const weight = fc.record({ name: word, weight: decimal })
    const any = fc.oneof(
      assignment.map((fields) => ({ type: 'assignment', fields })),
      score.map((fields) => ({ type: 'score', fields })),
      weight.map((fields) => ({ type: 'category', fields })),
    ) as fc.Arbitrary<Sendable>
    fc.assert(
      fc.property(any, (each) => {
        const back = read({ ...each, id: 'x', title: '' } as Sendable, version)
        expect(merge(null, each.fields, back.fields).conflicts).toEqual([])
      }),
    )
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
    put(snapshot.records, 'levelOverride', 'ann/s1/q2', { level: '4', reason: 'Showed it at the board' })
    put(snapshot.records, 'levelOverride', 'ann/s2/q2', { level: '4', reason: '' })
    snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
    snapshot.records.declaration.q2 = { ...blanks.declaration, declared: true }
    const ids = new Map(['class', 'ann', 'year', 'q1', 'q2'].map((id) => [id, `there-${id}`]))
    const { sendables } = desired(snapshot, ids)
    const item = sendables.find((each) => each.id === 'map')!
    expect(wireOf(item, '1.2').learningObjectiveSet).toEqual([{ source: 'case', learningObjectiveIds: ['s1'] }])
    const result = sendables.find((each) => each.id === 'class.q2.grade.ann')!
    const sent = wireOf(result, '1.2')
    expect(sent).toMatchObject({
      scoreStatus: 'fully graded',
      learningObjectiveSet: [
        { source: 'case', learningObjectiveResults: [{ learningObjectiveId: 's1', score: 4, textScore: 'Level 4' }] },
      ],
      metadata: { 'ownLevel.s1': 'calculated 2.00; Showed it at the board' },
    })
    expect(sent).not.toHaveProperty('score')
    // What comes back from the district is read with the same fields, so that nothing is sent twice.
    const base = {
      sourcedId: result.id,
      status: 'active',
      dateLastModified: '2026-11-26T00:00:00Z',
      scoreDate: '2026-11-26',
    }
    for (const version of versions) {
      const parsed = gradebookEntities.result.parse({ ...base, ...wireOf(result, version) })
      expect(merge(null, result.fields, thingOf('result', parsed, version, () => true).fields).conflicts).toEqual([])
    }
  })
  it('sends grades and remarks of declared periods, the override with its reason', () => {
    put(snapshot.records, 'override', jointId('ann', 'q2'), {
      percent: '80',
      label: 'B-',
      reason: 'redone',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    put(snapshot.records, 'remark', jointId('ann', 'q2'), { text: 'Ann is ready.' })
    expect(desired(snapshot, sourced).sendables.some((each) => each.id.includes('grade'))).toBe(false)
    snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
    snapshot.records.declaration.q2 = { ...blanks.declaration, declared: true }
    const grade = desired(snapshot, sourced).sendables.find((each) => each.id === 'class.q2.grade.ann')!
    expect(wireOf(grade, '1.2')).toMatchObject({
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
    expect(wireOf(grade, '1.2')).toMatchObject({ score: 13, textScore: 'F', metadata: { unadjusted: '8.0 F' } })
  })
})
