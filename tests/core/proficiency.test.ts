import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { levelMethods } from '#core/proficiency/settings'
import { blanks } from '#core/kinds'
import { assignmentsIn } from '#core/plan/rules'
import { levelMethods as methods, methodFits } from '#core/proficiency/methods'
import { ofDecimal, toDouble } from '#core/number/ratio'
import { linearRegression, linearRegressionLine, mean, median, modeFast } from 'simple-statistics'
import fc from 'fast-check'
import { cutOffsOf } from '#core/proficiency/convert'
import { calculatedLevel, evidenceAt, evidenceOf, readLevel, windowOfLevels } from '#core/proficiency/level'
import type { Mark } from '#core/scores/score'
import { depthOf } from '#core/scales/proficiency'
import { aClass } from '../support/class'

const settings = blanks.plan.proficiency
const snapshot = aClass({
  plan: { proficiency: { ...settings, method: 'most recent' } },
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
    expect(calculatedLevel(snapshot, evidence())?.level.short).toBe('3')
  })
  it('passes over an excused cell', () => {
    snapshot.records.cell[jointId('ann', 'later')] = {
      value: null,
      marks: ['excused'],
      note: '',
      noteFor: 'teacher',
      meant: '',
    }
    expect(calculatedLevel(snapshot, evidence())?.level.short).toBe('1')
  })
  it('takes a level that was typed as the score, unless another was given for the standard', () => {
    const scored = aClass({
      assignments: { a: { standardIds: ['std'], scoredIn: 'levels' } },
      scores: { ann: { a: { value: { level: '2' } } } },
    })
    const found = () => evidenceOf(scored, scored.students[0]!, 'std', assignmentsIn(scored, scored.periods[2]!))
    expect(found().map((each) => each.level)).toEqual(['2'])
    scored.records.evidence[jointId('ann', 'a', 'std')] = { level: '4' }
    expect(found().map((each) => each.level)).toEqual(['4'])
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

describe('the methods', () => {
  const value = (method: (typeof levelMethods)[number], levels: number[], more: Partial<typeof settings> = {}) =>
    toDouble(
      methods[method].value(
        levels.map((each) => ofDecimal(String(each))),
        { ...settings, ...more },
        [ofDecimal('1'), ofDecimal('4')],
      ),
    )
  const levels = fc.array(fc.constantFrom(1, 2, 3, 4), { minLength: 1, maxLength: 12 })

  it('the decaying average follows its formula: 2, 3, 4 at 0.65 is 3.5275', () =>
    expect(value('decaying average', [2, 3, 4])).toBeCloseTo(3.5275, 12))
  it('agree with simple-statistics: mean, median, the least squares of the power law', () => {
    fc.assert(
      fc.property(levels, (each) => {
        expect(value('mean', each)).toBeCloseTo(mean(each), 12)
        expect(value('median', each)).toBe(median(each))
        if (new Set(each).size === 1) return
        const line = linearRegressionLine(
          linearRegression(each.map((level, at) => [Math.log(at + 1), Math.log(level)])),
        )
        const fitted = Math.exp(line(Math.log(each.length)))
        expect(value('power law', each)).toBeCloseTo(Math.min(4, Math.max(1, fitted)), 9)
      }),
    )
  })
  it('the mode is the most frequent; of several, the highest', () => {
    expect(value('mode', [1, 4, 4, 2])).toBe(modeFast([1, 4, 4, 2]))
    expect(value('mode', [1, 1, 3, 3, 2])).toBe(3)
  })
  it('the last few are all where there are fewer', () => {
    expect(value('mean of the last', [1, 4, 4, 4], { last: 3 })).toBe(4)
    expect(value('mean of the last', [2, 4], { last: 3 })).toBe(3)
  })
  it('stay within the evidence, and the same evidence gives itself', () => {
    fc.assert(
      fc.property(levels, fc.constantFrom(...levelMethods), (each, method) => {
        const found = value(method, each)
        const slack = method === 'power law' ? 4 : 1e-9
        expect(found).toBeGreaterThanOrEqual(Math.min(...each) - slack)
        expect(found).toBeLessThanOrEqual(Math.max(...each) + slack)
        expect(
          value(
            method,
            each.map(() => 3),
          ),
        ).toBeCloseTo(3, 12)
      }),
    )
  })
  it('the power law is offered for no scale with a level of 0 or below, and gives none there', () => {
    const zero = aClass({
      plan: { proficiency: { ...settings, method: 'power law' } },
      assignments: { a: { standardIds: ['std'] } },
      scores: { ann: {} },
    })
    zero.records.evidence[jointId('ann', 'a', 'std')] = { level: '3' }
    const found = () => evidenceOf(zero, zero.students[0]!, 'std', assignmentsIn(zero, zero.periods[2]!))
    expect(calculatedLevel(zero, found())?.value).toBe('3.00')
    zero.proficiencyScale.levels.push({ value: '0', label: 'None yet', short: '0', description: '' })
    expect(methodFits('power law', zero.proficiencyScale)).toBe(false)
    expect(methodFits('mean', zero.proficiencyScale)).toBe(true)
    expect(calculatedLevel(zero, found())).toBeNull()
  })
  it('a tie between two levels goes up, exactly: 2, 3 and 2.5 twice', () => {
    for (const levels of [
      ['2', '3'],
      ['3', '2'],
      ['2', '2', '3', '3'],
    ]) {
      const tied = aClass({
        plan: { proficiency: { ...settings, method: 'mean' } },
        assignments: Object.fromEntries(levels.map((_, at) => [`a${at}`, { standardIds: ['std'] }])),
        scores: { ann: {} },
      })
      levels.forEach((level, at) => (tied.records.evidence[jointId('ann', `a${at}`, 'std')] = { level }))
      const found = evidenceOf(tied, tied.students[0]!, 'std', assignmentsIn(tied, tied.periods[2]!))
      expect(calculatedLevel(tied, found)).toMatchObject({ value: '2.50', level: { short: '3' } })
    }
  })
  it('a longer period has levels of all the work in it', () => {
    const long = aClass({
      assignments: { a: { standardIds: ['std'], dueOn: '2026-09-10' }, b: { standardIds: ['std'] } },
    })
    expect(windowOfLevels(long, long.periods[0]!).map((each) => each.id)).toEqual(['a', 'b'])
  })
  it('too little evidence gives no level; a missing one gives the lowest where the plan says so', () => {
    const strict = aClass({
      plan: { proficiency: { ...settings, leastEvidence: 2 } },
      assignments: { a: { standardIds: ['std'] }, b: { standardIds: ['std'] } },
      scores: { ann: { b: { marks: ['missing'] } } },
    })
    strict.records.evidence[jointId('ann', 'a', 'std')] = { level: '3' }
    const found = () => evidenceOf(strict, strict.students[0]!, 'std', assignmentsIn(strict, strict.periods[2]!))
    expect(calculatedLevel(strict, found())).toBeNull()
    strict.records.plan.class!.proficiency.missingIsLowest = true
    expect(found().map((each) => each.level)).toEqual(['3', '1'])
    // 0.65 × 1 + 0.35 × 3
    expect(calculatedLevel(strict, found())).toMatchObject({ value: '1.70', level: { short: '2' } })
  })
})

describe('a level that points show', () => {
  const scored = aClass({
    assignments: {
      check: {
        standardIds: ['std'],
        points: '40',
        cutOffs: [
          { level: '4', from: '90' },
          { level: '3', from: '75' },
          { level: '2', from: '55' },
        ],
      },
    },
    scores: { ann: {} },
  })
  const cell = jointId('ann', 'check')
  const put = (points: string | null, marks: Mark[] = []) =>
    (scored.records.cell[cell] = {
      value: points === null ? null : { points },
      marks,
      note: '',
      noteFor: 'teacher',
      meant: '',
    })
  const shown = () => evidenceAt(scored, 'ann', assignmentsIn(scored, scored.periods[2]!)[0]!, 'std')

  it('is that of the greatest cut-off reached, inclusive, on the unrounded percent', () => {
    // 30 of 40 is 75 % exactly; 29.999 is 74.9975 %, which would round to 75.
    for (const [points, level] of [
      ['36', '4'],
      ['35.999', '3'],
      ['30', '3'],
      ['29.999', '2'],
      ['22', '2'],
      ['44', '4'],
    ] as const) {
      put(points)
      expect(shown()).toMatchObject({ level, origin: 'points' })
    }
  })
  it('is the lowest of the scale below all cut-offs', () => {
    put('3')
    expect(shown()?.level).toBe(scored.proficiencyScale.levels.at(-1)!.value)
  })
  it('is none of an excused or a blank cell, nor of nothing possible', () => {
    put('36', ['excused'])
    expect(shown()).toBeNull()
    put(null)
    expect(shown()).toBeNull()
    put('36')
    scored.records.assignment.check = { ...scored.records.assignment.check!, points: '0' }
    expect(shown()).toBeNull()
    scored.records.assignment.check = { ...scored.records.assignment.check!, points: '40' }
  })
  it('gives way to a level that was given', () => {
    put('36')
    scored.records.evidence[jointId('ann', 'check', 'std')] = { level: '1' }
    expect(shown()).toMatchObject({ level: '1', origin: 'given' })
    scored.records.evidence[jointId('ann', 'check', 'std')] = { level: null }
  })
  it('follows the scale where the assignment has no cut-offs of its own, and nothing where it has an empty list', () => {
    const levels = scored.proficiencyScale.levels.map((each) => (each.value === '3' ? { ...each, from: '80' } : each))
    const scale = { ...scored.proficiencyScale, levels }
    expect(cutOffsOf({ cutOffs: null, scoredIn: 'points' }, scale)).toEqual([{ level: '3', from: '80' }])
    expect(cutOffsOf({ cutOffs: [], scoredIn: 'points' }, scale)).toEqual([])
    expect(cutOffsOf({ cutOffs: null, scoredIn: 'levels' }, scale)).toEqual([])
  })
})
