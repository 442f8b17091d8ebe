import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { looseEnds } from '#core/looseends'
import { find, put } from '#core/records'
import { aClass, aStandard } from '../support/class'

/** Quarter 2 of the sample ends on December 16. */
const [MIDDLE, NEAR_END] = ['2026-11-25', '2026-12-08']

function taught() {
  const snapshot = aClass({
    plan: { method: 'none' },
    assignments: { a: { standardIds: ['s1'], dueOn: '2026-11-05', scoredIn: 'levels' } },
    scores: { ann: { a: { value: { level: '3' } } } },
  })
  snapshot.standards.push(aStandard('s1'), aStandard('s2'), aStandard('h1', { habit: true }))
  return snapshot
}
const found = (snapshot: ReturnType<typeof taught>, today: string | null) =>
  looseEnds(snapshot, today).map((each) => each.code)
const see = (snapshot: ReturnType<typeof taught>, standard: string, key: string, on = '2026-11-05') =>
  put(snapshot.records, 'observation', jointId('ann', standard, key), { level: '3', on, note: '' })

describe('loose ends of standards', () => {
  it('are none in the middle of a period that goes well, nor where no day is looked at', () => {
    expect(found(taught(), MIDDLE)).toEqual([])
    expect(found(taught(), null)).toEqual([])
  })
  it('what is on the card has nothing to be judged by, and habits are not given, with the end of the period near', () => {
    expect(found(taught(), NEAR_END)).toEqual(['no-evidence', 'habits'])
    const [first, second] = looseEnds(taught(), NEAR_END)
    expect(say(first!.message)).toBe('1 standard on the card has no evidence in Quarter 2, which ends soon: s2.')
    expect(second!.mend).toEqual({ view: 'habits', periodId: 'q2' })
    const done = taught()
    see(done, 's2', 'x')
    put(done.records, 'levelOverride', jointId('ann', 'h1', 'q2'), { level: '3', reason: '' })
    expect(found(done, NEAR_END)).toEqual([])
  })
  it('what is not on the card is asked of nobody', () => {
    const snapshot = taught()
    Object.assign(snapshot.standards[1]!, { reported: false })
    expect(found(snapshot, NEAR_END)).toEqual(['habits'])
  })
  it('several pieces of evidence from one day say less than they seem to', () => {
    const snapshot = taught()
    see(snapshot, 's1', 'x')
    expect(found(snapshot, MIDDLE)).toEqual(['one-day'])
    see(snapshot, 's1', 'y', '2026-11-09')
    expect(found(snapshot, MIDDLE)).toEqual([])
  })
  it('work that is tagged and due, of which nobody has a level', () => {
    const snapshot = taught()
    Object.assign(snapshot.records.assignment.a!, { scoredIn: 'points' })
    find(snapshot.records, 'cell', jointId('ann', 'a'))!.value = { points: '8' }
    expect(found(snapshot, MIDDLE)).toEqual(['untold'])
    expect(looseEnds(snapshot, MIDDLE)[0]!.mend).toEqual({ view: 'gradebook', assignmentId: 'a' })
    // On the day itself it may still be looked through.
    expect(found(snapshot, '2026-11-05')).toEqual([])
  })
  it('two standards with the same code', () => {
    const snapshot = taught()
    snapshot.standards.push(aStandard('s3', { code: 's1' }))
    expect(looseEnds(snapshot, MIDDLE).map((each) => say(each.message))).toEqual([
      '2 standards of this class have the code s1.',
    ])
  })
  it('evidence for what its owner has taken away', () => {
    const snapshot = taught()
    Object.assign(snapshot.standards[0]!, { withdrawnOn: '2026-11-20' })
    expect(found(snapshot, MIDDLE)).toEqual(['withdrawn'])
  })
  it('a class without grades has no work without a category', () =>
    expect(found(taught(), MIDDLE)).not.toContain('no-category'))
})
