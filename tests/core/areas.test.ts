import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { mean } from 'simple-statistics'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import { toDouble } from '#core/number/ratio'
import { areaValue } from '#core/proficiency/area'
import { levelIn } from '#core/proficiency/level'
import { levelsIn } from '#core/proficiency/levels-in'
import type { ProficiencySettings } from '#core/proficiency/settings'
import { standardTree } from '#core/proficiency/standards'
import { levelWindow } from '#core/proficiency/window'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

/** An area of two standards: 4 and 3 in the first, 1 in the second. */
function taught(more: Partial<ProficiencySettings> = {}) {
  const snapshot = aClass({
    plan: { proficiency: { ...blanks.plan.proficiency, calculation: { method: 'mean' }, ...more } },
    assignments: {
      a: { standardIds: ['s1'], dueOn: '2026-11-05' },
      b: { standardIds: ['s1', 's2'], dueOn: '2026-11-12' },
    },
    scores: { ann: { a: { value: { level: '4' } }, b: { value: { level: '3' } } } },
  })
  snapshot.standards.push(
    aStandard('area', { code: 'AR' }),
    aStandard('s1', { parentId: 'area' }),
    aStandard('s2', { parentId: 'area' }),
  )
  put(snapshot.records, 'evidence', jointId('ann', 'b', 's2'), { level: '1' })
  return snapshot
}
const level = (snapshot: ReturnType<typeof taught>, id = 'area') =>
  levelIn(levelWindow(snapshot, snapshot.periods[2]!), 'ann', id)

describe('the level of an area', () => {
  it('is the mean of its standards’ exact values: 3.5 and 1', () =>
    expect(level(taught()).calculated).toMatchObject({ value: '2.25', level: { short: '2' } }))
  it('may weigh them: 3.5 twice and 1 once', () => {
    const weighed = taught()
    weighed.standards[1]!.weight = '2'
    // 8 / 3
    expect(level(weighed).calculated).toMatchObject({ value: '2.67', level: { short: '3' } })
  })
  it('takes an overridden standard as its override', () => {
    const overridden = taught()
    put(overridden.records, 'levelOverride', jointId('ann', 's2', 'q2'), { level: '4', reason: '' })
    expect(level(overridden).calculated?.value).toBe('3.75')
    expect(level(overridden).parts?.map((each) => each.isOverride)).toEqual([false, true])
  })
  it('takes evidence at the area itself as one more standard', () => {
    const more = taught()
    put(more.records, 'observation', jointId('ann', 'area', 'x'), { level: '4', on: '2026-11-10', note: '' })
    // (3.5 + 1 + 4) / 3
    expect(level(more).calculated?.value).toBe('2.83')
  })
  it('leaves out a standard without a level, and has none where all are without', () => {
    const less = taught({ leastEvidence: 2 })
    expect(level(less).calculated?.value).toBe('3.50')
    expect(level(taught({ leastEvidence: 3 })).calculated).toBeNull()
  })
  it('is made of all evidence in its order where the plan pools it', () => {
    const pooled = level(taught({ areas: 'pooled' }))
    expect(pooled.evidence.map((each) => [each.standardId, each.level])).toEqual([
      ['s1', '4'],
      ['s1', '3'],
      ['s2', '1'],
    ])
    // (4 + 3 + 1) / 3
    expect(pooled.calculated?.value).toBe('2.67')
    // The last of a day is the last by the order of the standards.
    expect(level(taught({ areas: 'pooled', calculation: { method: 'most recent' } })).calculated?.value).toBe('1.00')
  })
  it('has a level of the teacher’s own, like a standard', () => {
    const given = taught()
    put(given.records, 'levelOverride', jointId('ann', 'area', 'q2'), { level: '3', reason: '' })
    expect(level(given)).toMatchObject({ calculated: { value: '2.25' }, effective: { short: '3' } })
  })
  it('stands on the card before its standards', () =>
    expect(
      levelsIn(levelWindow(taught(), taught().periods[2]!), 'ann').map((each) => [each.code, each.level?.short]),
    ).toEqual([
      ['AR', '2'],
      ['s1', '4'],
      ['s2', '1'],
    ]))
  it('is between the lowest and the highest of its parts, whatever they weigh', () => {
    const part = fc.record({
      value: fc.integer({ min: 0, max: 700 }).map((n) => ({ n, d: 100 })),
      weight: fc.integer({ min: 1, max: 40 }).map(String),
    })
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 12 }), (parts) => {
        const values = parts.map((each) => toDouble(each.value))
        const found = toDouble(areaValue(parts)!)
        expect(found).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9)
        expect(found).toBeLessThanOrEqual(Math.max(...values) + 1e-9)
        const alike = areaValue(parts.map((each) => ({ ...each, weight: '1' })))!
        expect(toDouble(alike)).toBeCloseTo(mean(values), 9)
      }),
    )
  })
})

describe('the tree of standards', () => {
  it('goes round in no circle, and loses nobody whose area is not there', () => {
    const ring = [
      aStandard('a', { parentId: 'b' }),
      aStandard('b', { parentId: 'a' }),
      aStandard('c', { parentId: 'x' }),
    ]
    const tree = standardTree(ring)
    expect(tree.roots.map((each) => each.id)).toEqual(['a', 'b', 'c'])
    expect(tree.within('a').map((each) => each.id)).toEqual(['a'])
  })
})

describe('learning habits', () => {
  it('are judged in a scale of their own, and points say nothing of them', () => {
    const snapshot = aClass({
      assignments: { a: { points: '10', standardIds: ['h', 's'], cutOffs: [{ level: '3', from: '50' }] } },
      scores: { ann: { a: { value: { points: '8' } } } },
    })
    snapshot.standards.push(aStandard('h', { habit: true }), aStandard('s'))
    const window = levelWindow(snapshot, snapshot.periods[2]!)
    expect([window.scaleFor('h').name, window.scaleFor('s').name]).toEqual(['Habits 4 to 1', 'Levels'])
    expect([levelIn(window, 'ann', 'h').effective, levelIn(window, 'ann', 's').effective?.short]).toEqual([null, '3'])
  })
})
