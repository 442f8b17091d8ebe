import { describe, expect, it } from 'vitest'
import { doubles } from '#core/number/field'
import { labelOf, percentOfLabel, plusMinus } from '#core/scales/grading'
import { readEntry } from '#core/scores/entry'
import { toggleMark, valueText } from '#core/scores/score'
import { proposedShortName } from '#core/scores/short-name'

describe('what is typed into a cell', () => {
  it.each([
    ['8', { value: { points: '8' } }],
    ['8,5', { value: { points: '8.5' } }],
    ['85%', { value: { percent: '85' } }],
    ['b+', { value: { label: 'B+' } }],
    ['', { value: null }],
  ])('%j is %j', (typed, read) => expect(readEntry(typed, plusMinus)).toEqual(read))
  it.each(['8x', '-3', '1.2345', '2000%', 'Z'])('%j is refused with words', (typed) => {
    const read = readEntry(typed, plusMinus)
    expect('refused' in read && read.refused.length > 10).toBe(true)
  })
  it('goes on saying what was typed', () => {
    for (const typed of ['8.5', '85%', 'B+']) {
      const read = readEntry(typed, plusMinus)
      expect('value' in read && valueText(read.value)).toBe(typed)
    }
  })
})

describe('marks', () => {
  it('come and go', () => expect(toggleMark(toggleMark([], 'late'), 'late')).toEqual([]))
  it('excused excludes the others but late and absent', () => {
    expect(toggleMark(['missing', 'late', 'incomplete'], 'excused')).toEqual(['late', 'excused'])
    expect(toggleMark(['absent', 'excused'], 'missing')).toEqual(['missing', 'absent'])
  })
})

describe('the scale', () => {
  it('labels the grade as displayed, bounds included', () => {
    expect([
      labelOf(plusMinus, '93.0'),
      labelOf(plusMinus, '92.9'),
      labelOf(plusMinus, '0.0'),
      labelOf(plusMinus, '104'),
    ]).toEqual(['A', 'A-', 'F', 'A'])
  })
  it('gives the lowest step to a grade below every bound', () => {
    expect(
      labelOf(
        {
          name: 'pass',
          steps: [
            { label: 'P', from: '60' },
            { label: 'N', from: '10' },
          ],
        },
        '3',
      ),
    ).toBe('N')
  })
  // Common practice: a label stands for the middle of its range, and a top step can begin at 97.5.
  it('takes a label as the middle of its range', () => {
    const scale = {
      name: 'tens',
      steps: [
        { label: 'A', from: '97.5' },
        { label: 'B', from: '80' },
        { label: 'C', from: '70', worth: '74' },
      ],
    }
    expect(percentOfLabel(doubles, scale, 'A')).toBe(98.75)
    expect(percentOfLabel(doubles, scale, 'B')).toBe(88.75)
    expect(percentOfLabel(doubles, scale, 'C')).toBe(74)
    expect(percentOfLabel(doubles, scale, 'D')).toBeNull()
  })
})

describe('a short name', () => {
  // Common practice: a column head has room for about five characters; ours has room for eight.
  it.each([
    ['Check 5, river systems', 'Check 5'],
    ['Rock identification 1', 'Rock 1'],
    ['Delta model', 'Delta'],
    ['Quiz', 'Quiz'],
    ['', ''],
  ])('of %j is %j', (name, short) => expect(proposedShortName(name)).toBe(short))
  it('has room in the head', () => expect(proposedShortName('Palaeogeography 12').length).toBeLessThanOrEqual(8))
})
