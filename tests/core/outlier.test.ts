import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { looseEnds } from '#core/looseends'
import { isFarAbove, probablyMeant } from '#core/scores/outlier'
import { readEntry } from '#core/scores/entry'
import { plusMinus } from '#core/scales/shipped'
import { aClass } from '../support/class'

// Common practice: an 88 typed for an 8 is seen before it moves a grade.
describe('a score far above the points possible', () => {
  it.each([
    [{ points: '88' }, '5', '', true],
    [{ points: '10' }, '5', '', false],
    [{ points: '10.001' }, '5', '', true],
    [{ percent: '200' }, '5', '', false],
    [{ percent: '200.5' }, '5', '', true],
    [{ points: '5' }, '0', '', false],
    [{ points: '88' }, '5', '88', false],
    [{ points: '89' }, '5', '88', true],
    [{ label: 'A' }, '5', '', false],
    [null, '5', '', false],
  ] as const)('%j of %s, said to be meant: %j', (value, possible, meant, far) =>
    expect(isFarAbove({ value, meant }, possible)).toBe(far),
  )
  it.each([
    ['88', '10', '8'],
    ['88', '5', '8'],
    ['88', '3', null],
    ['100', '10', '10'],
    ['8', '3', null],
    ['8.5', '3', null],
  ])('%s of %s was probably meant to be %j', (typed, possible, meant) =>
    expect(probablyMeant(typed, possible)).toBe(meant),
  )
})

describe('the loose end of it', () => {
  const scored = (points: string[], possible: string, meant = '') =>
    looseEnds(
      aClass({
        assignments: { Lab: { points: possible } },
        scores: Object.fromEntries(
          points.map((each, at) => [
            `student-${at}`,
            { Lab: { value: { points: each }, meant: at === 0 ? meant : '' } },
          ]),
        ),
      }),
    ).filter((each) => each.code === 'far-above')
  it('offers what was probably meant, and that it stays', () => {
    const [end] = scored(['88', '8', '9'], '10')
    expect(say(end!.message)).toContain('88 of 10 in Lab')
    expect(end!.fixes!.map((each) => say(each.message))).toEqual(['8?', '88 stays'])
    expect(scored(['88', '8', '9'], '10', '88')).toEqual([])
  })
  it('also looks at what others have: 80 of 100 where all have about 8', () => {
    expect(say(scored(['80', '8', '8', '7', '8', '9'], '100')[0]!.message)).toContain('ten times what others have')
    expect(scored(['79', '8', '8', '7', '8', '9'], '100')).toEqual([])
    expect(scored(['80', '8', '8'], '100')).toEqual([])
  })
})

describe('a column scored in letters', () => {
  const place = { scale: plusMinus, possible: '10', letters: true }
  it.each([
    ['a', { value: { label: 'A' } }],
    ['b+', { value: { label: 'B+' } }],
    ['B+.l', { value: { label: 'B+' }, marks: ['late'] }],
    ['.x', { marks: ['excused'] }],
    ['8', { value: { points: '8' } }],
    ['b late', { value: { label: 'B' }, marks: ['late'] }],
  ])('%j', (typed, read) => expect(readEntry(typed, place)).toEqual(read))
  it('has no marks without a point', () => expect('refused' in readEntry('l', place)).toBe(true))
  it('a point before a letter is a mark in any column', () => {
    expect(readEntry('8.l', { scale: plusMinus, possible: '10' })).toEqual({ value: { points: '8' }, marks: ['late'] })
    expect(readEntry('.a', { scale: plusMinus, possible: '10' })).toEqual({ marks: ['absent'] })
  })
})
