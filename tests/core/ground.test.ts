import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { changesTo } from '#core/acts/apply'
import { refusalIn } from '#core/ground'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import type { Desired } from '#core/desired'
import { aClass } from '../support/class'

const snapshot = aClass({
  categories: { tests: '70' },
  assignments: { a: { categoryId: 'tests' } },
  scores: { ann: {} },
})
const refused = (...desired: Desired[]) => {
  const found = refusalIn(snapshot, changesTo(snapshot.records, desired))
  return found && say(found)
}

describe('what the class itself says no to, before anything is sent', () => {
  it('is nothing of what is in order', () =>
    expect(refused({ kind: 'cell', id: jointId('ann', 'a'), to: { value: { points: '8' } } })).toBeNull())
  it('is a record of somebody or something that is not there', () => {
    expect(refused({ kind: 'cell', id: jointId('zoe', 'a'), to: { note: 'x' } })).toContain(
      'student is not in this class',
    )
    expect(refused({ kind: 'cell', id: jointId('ann', 'b'), to: { note: 'x' } })).toContain('assignment is not in')
    expect(refused({ kind: 'remark', id: jointId('ann', 'q9'), to: { text: 'x' } })).toContain('period is not of')
    expect(refused({ kind: 'plan', id: 'another', to: { cap: '100' } })).toContain('another class')
  })
  it('knows what the same act makes', () => {
    const labs = { ...blanks.category, name: 'Labs', removed: false }
    const work = { ...blanks.assignment, name: 'Delta', categoryId: 'labs', removed: false }
    expect(refused({ kind: 'assignment', id: 'n', to: work })).toContain('category is not in this class')
    expect(refused({ kind: 'assignment', id: 'n', to: work }, { kind: 'category', id: 'labs', to: labs })).toBeNull()
  })
  it('is what a kind says of itself, with what is there already', () => {
    snapshot.records.category.tests!.extraCredit = true
    expect(refused({ kind: 'category', id: 'tests', to: { weight: '101' } })).toContain('at most 100 points')
    snapshot.records.category.tests!.extraCredit = false
    expect(refused({ kind: 'category', id: 'tests', to: { weight: '101' } })).toBeNull()
  })
  it('is what the district fixes', () => {
    const fixed = { ...snapshot, policy: { ...blanks.policy, lowLine: '70' } }
    const changes = changesTo(snapshot.records, [{ kind: 'plan', id: 'class', to: { lowLine: '60' } }])
    expect(refusalIn(fixed, changes)).toEqual({ code: 'refused.low-line-fixed', lowLine: '70' })
  })
})
