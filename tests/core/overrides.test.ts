import { describe, expect, it } from 'vitest'
import type { ClassSnapshot } from '#core/section'
import { agrees, completed } from '#core/grading/grade'
import { Grades, type StudentGrade } from '#core/grading/grades'
import { assignmentsOf, planOf } from '#core/plan/rules'
import { studentsIn, toScore } from '#core/grading/section'
import { spreadOf, worthsOf } from '#core/grading/spread'
import { departures, currentGrades } from '#core/report-card/declared'
import { jointId } from '#core/kind'
import { find, put } from '#core/records'
import { aClass, one } from '../support/class'

const q2 = (snapshot: ClassSnapshot) => snapshot.periods.find((each) => each.id === 'q2')!
const grade = (snapshot: ClassSnapshot, id: string): StudentGrade => new Grades(snapshot).of(id, 'q2')

describe('overrides', () => {
  const snapshot = one({ ann: { a: '78.4' } })
  put(snapshot.records, 'override', jointId('ann', 'q2'), {
    percent: '80',
    label: 'B-',
    reason: 'redone',
    familyLine: '',
    incompleteUntil: null,
    meant: '',
  })
  it('stand in place of the computed grade, which goes on being computed', () => {
    const { computed, override, effective } = grade(snapshot, 'ann')
    expect([computed?.percent, override?.percent, effective?.percent, effective?.label]).toEqual([
      '78.4',
      '80.0',
      '80.0',
      'B-',
    ])
  })
  it('fill in the other half', () => {
    const plan = planOf(snapshot)
    expect(completed(plan, { percent: '80' })).toEqual({ percent: '80', label: 'B-' })
    expect(completed(plan, { label: 'B' })).toEqual({ percent: '85', label: 'B' })
  })
  it('agree when the percent has the label, or is what the label stands for', () => {
    const plan = planOf(snapshot)
    expect(
      agrees(plan, { percent: '82.9', label: 'B-', reason: '', familyLine: '', incompleteUntil: null, meant: '' }),
    ).toBe(true)
    expect(
      agrees(plan, { percent: '80', label: 'A', reason: '', familyLine: '', incompleteUntil: null, meant: '' }),
    ).toBe(false)
  })
  it('every label agrees with the percent that it fills in', () => {
    const plan = planOf(snapshot)
    for (const { label } of plan.scale.steps)
      expect(
        agrees(plan, { ...completed(plan, { label }), reason: '', familyLine: '', incompleteUntil: null, meant: '' }),
      ).toBe(true)
  })
})

describe('no grade', () => {
  it('is computed nowhere, for longer periods neither, whatever was given by hand below', () => {
    const snapshot = aClass({ plan: { method: 'none' }, scores: { ann: {} } })
    put(snapshot.records, 'override', jointId('ann', 'q1'), {
      percent: '90',
      label: null,
      reason: '',
      familyLine: '',
      incompleteUntil: null,
      meant: '',
    })
    const grades = new Grades(snapshot)
    expect(grades.of('ann', 'q1').effective?.percent).toBe('90.0')
    expect(grades.of('ann', 'year').effective).toBeNull()
  })
})

describe('a declared period', () => {
  it('shows which grades have departed from it', () => {
    const snapshot = one({ ann: { a: '80' }, ben: { a: '70' } })
    const declared = currentGrades(snapshot, q2(snapshot))
    expect(departures(declared, currentGrades(snapshot, q2(snapshot)))).toEqual([])
    find(snapshot.records, 'cell', jointId('ben', 'a'))!.value = { points: '75' }
    expect(
      departures(declared, currentGrades(snapshot, q2(snapshot))).map((each) => [
        each.studentId,
        each.was?.percent,
        each.now.percent,
      ]),
    ).toEqual([['ben', '70.0', '75.0']])
  })
})

describe('lists', () => {
  it('put assignments by due date, undated ones last, removed ones nowhere', () => {
    const snapshot = aClass({
      assignments: {
        late: { dueOn: '2026-12-01' },
        none: { dueOn: null },
        early: { dueOn: '2026-11-03' },
        gone: { removed: true },
      },
    })
    expect(assignmentsOf(snapshot).map((each) => each.id)).toEqual(['early', 'late', 'none'])
  })
  it('keep a student who left in the periods of their days', () => {
    const snapshot = aClass({ students: [{ id: 'ann', spans: [{ firstDay: '2026-08-31', lastDay: '2026-10-10' }] }] })
    expect(studentsIn(snapshot, q2(snapshot))).toEqual([])
    expect(studentsIn(snapshot, snapshot.periods[1]!).map((each) => each.id)).toEqual(['ann'])
  })
  it('count what is left to score, and take the mean of what is scored', () => {
    const snapshot = one({ ann: { a: '80' }, ben: { a: { marks: ['absent'] } } })
    expect(toScore(snapshot, q2(snapshot), '2026-11-25')).toEqual({ now: 2, notYetDue: 0, ofLeavers: 0 })
    expect(toScore(snapshot, q2(snapshot), '2026-11-09')).toEqual({ now: 0, notYetDue: 2, ofLeavers: 0 })
    expect(spreadOf(worthsOf(snapshot, assignmentsOf(snapshot)[0]!)).mean).toBe('80.0')
  })
})
