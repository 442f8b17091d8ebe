import { describe, expect, it } from 'vitest'
import { refusalOf } from '#core/kinds'
import { jointId, type Ground } from '#core/kind'
import { levelOverride as loose } from '#core/looseends/level-override'
import { levelIn } from '#core/proficiency/level'
import { levelWindow } from '#core/proficiency/window'
import { scaleOf } from '#core/plan/level-scale'
import { levelsIn } from '#core/proficiency/levels-in'
import type { LevelOverride } from '#core/proficiency/level-override'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

/** Two pieces of evidence of a standard; the mean of 1 and 2 is 1.5, and ties go up. */
function taught(given: Partial<LevelOverride> = {}) {
  const snapshot = aClass({
    plan: { method: 'none' },
    assignments: {
      map: { standardIds: ['s1'], dueOn: '2026-11-05' },
      walk: { standardIds: ['s1'], dueOn: '2026-11-12' },
    },
    scores: { ann: { map: { value: { level: '1' } }, walk: { value: { level: '2' } } } },
  })
  const plan = snapshot.records.plan.class!
  Object.assign(plan, { proficiency: { ...plan.proficiency, calculation: { method: 'mean' } } })
  snapshot.standards.push(aStandard('s1', { code: 'M.1', statement: 'Reads a map' }))
  put(snapshot.records, 'levelOverride', jointId('ann', 's1', 'q2'), { level: null, reason: '', ...given })
  return snapshot
}
const level = (snapshot: ReturnType<typeof taught>, periodId = 'q2') => {
  const period = snapshot.periods.find(({ id }) => id === periodId)!
  return levelIn(levelWindow(snapshot, period), 'ann', 's1')
}

describe('the teacher’s own level', () => {
  it('stands in place of the calculated one, which goes on being calculated', () =>
    expect(level(taught({ level: '4', reason: 'Showed it at the board' }))).toMatchObject({
      calculated: { value: '1.50', level: { value: '2' } },
      override: { value: '4' },
      effective: { value: '4' },
      reason: 'Showed it at the board',
    }))
  it('is of one period, and leaves the others', () => {
    const found = level(taught({ level: '4' }), 'q1')
    expect([found.override, found.effective]).toEqual([null, null])
  })
  it('stands without any evidence, and is what the card says', () => {
    const snapshot = taught({ level: '3' })
    snapshot.records.cell = {}
    expect(level(snapshot)).toMatchObject({ evidence: [], calculated: null, effective: { value: '3' } })
    expect(levelsIn(levelWindow(snapshot, snapshot.periods[2]!), 'ann')[0]?.level?.label).toBe('Level 3')
  })
  it('two steps from its calculation without a reason is a loose end, at its cell', () => {
    expect(loose(taught({ level: '3' }), null)).toEqual([])
    expect(loose(taught({ level: '4', reason: 'Showed it' }), null)).toEqual([])
    expect(loose(taught({ level: '4' }), null)).toMatchObject([
      {
        code: 'level-override',
        mend: { view: 'proficiency', studentId: 'ann', standardId: 's1', periodId: 'q2' },
      },
    ])
  })
  it('is refused off the scale, and for what is not of the class', () => {
    const levels = scaleOf(taught())
    const ground: Ground = {
      knows: (_what, id) => id !== 'nobody',
      isClosed: () => false,
      policy: taught().policy,
      scales: [],
      levelScales: [],
      districtLevels: levels,
      levelsFor: () => levels,
    }
    const change = (id: string, value: string | null) => ({ kind: 'levelOverride' as const, id, to: { level: value } })
    const refused = (id: string, value: string | null) =>
      refusalOf(change(id, value), { level: null, reason: '' }, ground)
    expect(refused('ann/s1/q2', '3')).toBeNull()
    expect(refused('ann/s1/q2', null)).toBeNull()
    expect(refused('ann/s1/q2', '7')).toEqual({ code: 'refused.level', level: '7', levels: ['4', '3', '2', '1'] })
    expect(refused('nobody/s1/q2', '3')).toEqual({ code: 'refused.not-there', what: 'student' })
  })
})
