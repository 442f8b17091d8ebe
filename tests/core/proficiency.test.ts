import { describe, expect, it } from 'vitest'
import { linearRegression, linearRegressionLine, mean, median, modeFast } from 'simple-statistics'
import fc from 'fast-check'
import { jointId } from '#core/kind'
import { add, multiply, ofDecimal, toDouble, ZERO } from '#core/number/ratio'
import { levelMethods, methodFits, methodNames, sharesOf, valueOf, type Calculation } from '#core/proficiency/methods'
import { readLevel } from '#core/proficiency/read-level'
import { proficiencySettings } from '#core/proficiency/settings'
import { scaleOf } from '#core/plan/level-scale'
import { put } from '#core/records'
import { depthOf } from '#core/scales/proficiency'
import { aClass } from '../support/class'
import { by, evidenceIn, levelIn, settings, taggedClass, windowOf } from '../support/levels'

const snapshot = taggedClass()
const give = (assignment: string, level: string | null) =>
  put(snapshot.records, 'evidence', jointId('ann', assignment, 'std'), { level })
const evidence = () => evidenceIn(snapshot)

describe('the calculated level, by most recent', () => {
  it('is not there without evidence', () => expect(levelIn(snapshot)).toBeNull())
  it('is the last by due date, whatever was typed first', () => {
    give('later', '3')
    give('sooner', '1')
    expect(evidence().map((each) => each.level)).toEqual(['1', '3'])
    expect(levelIn(snapshot)?.level.short).toBe('3')
  })
  it('passes over an excused cell', () => {
    put(snapshot.records, 'cell', jointId('ann', 'later'), {
      value: null,
      marks: ['excused'],
      note: '',
      noteFor: 'teacher',
      meant: '',
    })
    expect(levelIn(snapshot)?.level.short).toBe('1')
  })
  it('takes a level that was typed as the score, unless another was given for the standard', () => {
    const scored = aClass({
      assignments: { a: { standardIds: ['std'], scoredIn: 'levels' } },
      scores: { ann: { a: { value: { level: '2' } } } },
    })
    const found = () => evidenceIn(scored)
    expect(found().map((each) => each.level)).toEqual(['2'])
    put(scored.records, 'evidence', jointId('ann', 'a', 'std'), { level: '4' })
    expect(found().map((each) => each.level)).toEqual(['4'])
  })
  it('passes over an assignment that is not tagged', () => {
    give('other', '4')
    expect(evidence()).toHaveLength(1)
  })
})

describe('levels', () => {
  const scale = scaleOf(snapshot)
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
  const scale = scaleOf(snapshot)
  const ratios = (levels: number[]) => levels.map((each) => ofDecimal(String(each)))
  const value = (how: Calculation | Calculation['method'], levels: number[]) =>
    toDouble(valueOf(typeof how === 'string' ? levelMethods[how].blank : how, ratios(levels), scale))
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
    expect(value({ method: 'mean of the last', last: 3 }, [1, 4, 4, 4])).toBe(4)
    expect(value({ method: 'mean of the last', last: 3 }, [2, 4])).toBe(3)
  })
  it('stay within the evidence, and the same evidence gives itself', () => {
    fc.assert(
      fc.property(levels, fc.constantFrom(...methodNames), (each, method) => {
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
  it('the shares in which evidence is in a value come to 1, and the levels times their shares are the value', () => {
    fc.assert(
      fc.property(levels, fc.constantFrom(...methodNames), (each, method) => {
        const how = levelMethods[method].blank
        const shares = sharesOf(how, ratios(each))
        if (!shares) {
          expect(method).toBe('power law')
          return
        }
        expect(toDouble(shares.reduce(add))).toBeCloseTo(1, 12)
        const sum = ratios(each).reduce((total, level, at) => add(total, multiply(level, shares[at]!)), ZERO)
        expect(toDouble(sum)).toBeCloseTo(value(method, each), 12)
      }),
    )
  })
  it('have settings of their own: what one is told, another refuses', () => {
    const read = (calculation: object) => proficiencySettings.safeParse({ ...settings, calculation }).success
    expect(methodNames.map((method) => read(levelMethods[method].blank))).toEqual(methodNames.map(() => true))
    expect(read({ method: 'mean', last: 3 })).toBe(false)
    expect(read({ method: 'decaying average', decay: '0.95' })).toBe(false)
    expect(read({ method: 'no such' })).toBe(false)
  })
  it('the power law is offered for no scale with a level of 0 or below, and gives none there', () => {
    const zero = aClass({
      plan: by({ method: 'power law' }),
      assignments: { a: { standardIds: ['std'] } },
      scores: { ann: {} },
    })
    put(zero.records, 'evidence', jointId('ann', 'a', 'std'), { level: '3' })
    expect(levelIn(zero)?.value).toBe('3.00')
    scaleOf(zero).levels.push({ value: '0', label: 'None yet', short: '0', description: '' })
    expect(methodFits('power law', scaleOf(zero))).toBe(false)
    expect(methodFits('mean', scaleOf(zero))).toBe(true)
    expect(levelIn(zero)).toBeNull()
  })
  it('a tie between two levels goes up, exactly: 2, 3 and 2.5 twice; with half levels it is one of them', () => {
    for (const levels of [
      ['2', '3'],
      ['3', '2'],
      ['2', '2', '3', '3'],
    ]) {
      const tied = aClass({
        plan: by({ method: 'mean' }),
        assignments: Object.fromEntries(levels.map((_, at) => [`a${at}`, { standardIds: ['std'] }])),
        scores: { ann: {} },
      })
      levels.forEach((level, at) => put(tied.records, 'evidence', jointId('ann', `a${at}`, 'std'), { level }))
      expect(levelIn(tied)).toMatchObject({ value: '2.50', level: { short: '3' } })
      scaleOf(tied).halves = true
      expect(levelIn(tied)).toMatchObject({ value: '2.50', level: { short: '2.5' } })
    }
  })
  it('a longer period has levels of all the work in it', () => {
    const long = aClass({
      assignments: { a: { standardIds: ['std'], dueOn: '2026-09-10' }, b: { standardIds: ['std'] } },
    })
    expect(windowOf(long, 0).assignments.map((each) => each.id)).toEqual(['a', 'b'])
  })
  it('a year to date has the evidence from its first day on; a clean slate has that of the period', () => {
    const year = aClass({
      assignments: { a: { standardIds: ['std'], dueOn: '2026-09-10' }, b: { standardIds: ['std'] } },
    })
    expect(windowOf(year).assignments.map((each) => each.id)).toEqual(['b'])
    Object.assign(year.records.plan.class!, by({ method: 'mean' }, { window: 'year' }))
    expect(windowOf(year).assignments.map((each) => each.id)).toEqual(['a', 'b'])
    expect(windowOf(year, 1).assignments.map((each) => each.id)).toEqual(['a'])
  })
  it('too little evidence gives no level; a missing one gives the lowest where the plan says so', () => {
    const strict = aClass({
      plan: by(settings.calculation, { leastEvidence: 2 }),
      assignments: { a: { standardIds: ['std'] }, b: { standardIds: ['std'] } },
      scores: { ann: { b: { marks: ['missing'] } } },
    })
    put(strict.records, 'evidence', jointId('ann', 'a', 'std'), { level: '3' })
    expect(levelIn(strict)).toBeNull()
    Object.assign(strict.records.plan.class!, by(settings.calculation, { leastEvidence: 2, missingIsLowest: true }))
    expect(evidenceIn(strict).map((each) => each.level)).toEqual(['3', '1'])
    // 0.65 × 1 + 0.35 × 3
    expect(levelIn(strict)).toMatchObject({ value: '1.70', level: { short: '2' } })
  })
})
