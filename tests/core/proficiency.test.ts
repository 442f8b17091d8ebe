import { describe, expect, it } from 'vitest'
import { jointId } from '#core/acts/records'
import { assignmentsIn } from '#core/grading/section'
import { calculatedLevel, evidenceOf, readLevel } from '#core/proficiency/level'
import { depthOf } from '#core/scales/proficiency'
import { aClass } from '../support/class'

const snapshot = aClass({
  assignments: {
    later: { dueOn: '2026-11-20', standardIds: ['std'] },
    sooner: { dueOn: '2026-11-05', standardIds: ['std'] },
    other: { dueOn: '2026-11-24' },
  },
  scores: { ann: {} },
})
const give = (assignment: string, level: string | null) =>
  (snapshot.records.evidence[jointId('ann', assignment, 'std')] = { level })
const evidence = () => evidenceOf(snapshot, snapshot.students[0]!, 'std', assignmentsIn(snapshot, snapshot.periods[2]!))

describe('the calculated level, by most recent', () => {
  it('is not there without evidence', () => expect(calculatedLevel(snapshot, evidence())).toBeNull())
  it('is the last by due date, whatever was typed first', () => {
    give('later', '3')
    give('sooner', '1')
    expect(evidence().map((each) => each.level)).toEqual(['1', '3'])
    expect(calculatedLevel(snapshot, evidence())?.short).toBe('3')
  })
  it('passes over an excused cell', () => {
    snapshot.records.cell[jointId('ann', 'later')] = { value: null, marks: ['excused'], note: '', noteFor: 'teacher' }
    expect(calculatedLevel(snapshot, evidence())?.short).toBe('1')
  })
  it('passes over an assignment that is not tagged', () => {
    give('other', '4')
    expect(evidence()).toHaveLength(1)
  })
})

describe('levels', () => {
  const scale = snapshot.proficiencyScale
  it('are read by their short name or value', () => {
    expect(readLevel(scale, ' 3 ')).toEqual({ level: '3' })
    expect(readLevel(scale, '3.0')).toEqual({ level: '3' })
    expect(readLevel(scale, '')).toEqual({ level: null })
    expect('refused' in readLevel(scale, '7')).toBe(true)
  })
  it('take the dye by their place', () =>
    expect(['4', '3', '2', '1'].map((value) => Math.round(depthOf(scale, value) * 3))).toEqual([3, 2, 1, 0]))
})
