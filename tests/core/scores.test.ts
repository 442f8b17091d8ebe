import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { toDouble } from '#core/number/ratio'
import { labelOfShown, shareOfLabel, type GradingScale } from '#core/scales/grading'
import { scaleFaults } from '#core/scales/faults'
import { plusMinus, shippedScales } from '#core/scales/shipped'
import { gradingScale } from '#core/scales/grading'
import { worthOf } from '#core/scores/worth'
import { readEntry } from '#core/scores/entry'
import { toggleMark, valueText } from '#core/scores/score'
import { proposedShortName } from '#core/scores/short-name'

const place = { scale: plusMinus, possible: '10' }

describe('what is typed into a cell', () => {
  it.each([
    ['8', { value: { points: '8' } }],
    ['8,5', { value: { points: '8.5' } }],
    ['85%', { value: { percent: '85' } }],
    ['B+', { value: { label: 'B+' } }],
    ['b+', null],
    ['', { value: null }],
    ['8/10', { value: { points: '8' } }],
    // Common practice: 4 of 5 on the paper is 80 %, whatever the item is worth; 7 of 9 of 18 points is 14.
    ['4/5', { value: { percent: '80' } }],
    ['+1', { value: { points: '7.5' } }],
    ['8l', { value: { points: '8' }, marks: ['late'] }],
    ['8 late absent', { value: { points: '8' }, marks: ['late', 'absent'] }],
    ['B+ l', { value: { label: 'B+' }, marks: ['late'] }],
    ['x', { marks: ['excused'] }],
    // As scanners, dictation and other keyboards write them.
    ['８５%', { value: { percent: '85' } }],
    ['٣', { value: { points: '3' } }],
    ['۷٫', null],
    ['½', { value: { points: '0.5' } }],
    ['7½', { value: { points: '7.5' } }],
    ['7 ¼ l', { value: { points: '7.25' }, marks: ['late'] }],
    ['½5', null],
    ['7.½', null],
    ['1,000', null],
    ['8,125', null],
    ['−3', null],
    ['abc', null],
    ['nolabel', null],
    ['-', null],
    ['missing', { marks: ['missing'] }],
    ['a', { marks: ['absent'] }],
    ['c', null],
  ])('%j is %j', (typed, read) =>
    expect(readEntry(typed, { scale: plusMinus, possible: '10', present: { points: '6.5' } })).toEqual(
      // Nothing stands for: kept as it is, as not understood.
      read ?? { refused: expect.anything() },
    ),
  )
  it('takes a share by points where no percent can hold it', () =>
    expect(readEntry('7/9', { scale: plusMinus, possible: '18' })).toEqual({ value: { points: '14' } }))
  it.each(['8q', '-3', '1.2345', '2000%', 'Z', '7/9', '8/0', '8/', '+', '+q', '+1', '8 lates'])(
    '%j is refused with words',
    (typed) => {
      const read = readEntry(typed, { scale: plusMinus, possible: '10' })
      expect('refused' in read && say(read.refused).length > 10).toBe(true)
    },
  )
  it('adds to a score only what a score can take', () =>
    expect(readEntry('+1', { scale: plusMinus, possible: '10', present: { label: 'B' } })).toHaveProperty('refused'))
  it('goes on saying what was typed', () => {
    for (const typed of ['8.5', '85%', 'B+']) {
      const read = readEntry(typed, place)
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
      labelOfShown(plusMinus, '93.0'),
      labelOfShown(plusMinus, '92.9'),
      labelOfShown(plusMinus, '0.0'),
      labelOfShown(plusMinus, '104'),
    ]).toEqual(['A', 'A-', 'F', 'A'])
  })
  it('gives the lowest step to a grade below every bound', () => {
    expect(
      labelOfShown(
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
    const percent = (label: string) => {
      const share = shareOfLabel(scale, label)
      return share && 100 * toDouble(share)
    }
    expect(['A', 'B', 'C', 'D'].map(percent)).toEqual([98.75, 88.75, 74, null])
  })
  // The rule for a top step above 100 is ours: there is no room above it whose middle it could be.
  it('takes a top step above 100 as its bound', () => {
    const scale = {
      name: 'honors',
      steps: [
        { label: 'A+', from: '104' },
        { label: 'A', from: '90' },
      ],
    }
    expect(['A+', 'A'].map((label) => 100 * toDouble(shareOfLabel(scale, label)!))).toEqual([104, 97])
  })
  it('ships several, each without a fault', () => {
    expect(shippedScales).toHaveLength(5)
    for (const scale of shippedScales) {
      expect(gradingScale.parse(scale)).toEqual(scale)
      expect(scaleFaults(scale.steps)).toEqual([])
    }
  })
  it('gives every label of a shipped scale back from the percent that it stands for', () => {
    for (const scale of shippedScales)
      for (const { label } of scale.steps)
        expect(labelOfShown(scale, (100 * toDouble(shareOfLabel(scale, label)!)).toFixed(3))).toBe(label)
  })
})

describe('a scale in the editor', () => {
  const faults = (steps: GradingScale['steps']) =>
    scaleFaults(steps).map((each) => [each.step, each.field, each.severity === 'hint'])
  it.each([
    ['equal bounds', ['A:90', 'B:90', 'F:0'], [[1, 'from', false]]],
    ['steps out of order', ['A:90', 'B:95', 'F:0'], [[1, 'from', false]]],
    ['two steps of one label', ['A:90', 'a:80', 'F:0'], [[1, 'label', false]]],
    ['a bound that is no number', ['A:9O', 'F:0'], [[0, 'from', false]]],
    ['no label', [':90', 'F:0'], [[0, 'label', false]]],
    ['a label too long', ['Excellent:90', 'F:0'], [[0, 'label', false]]],
    ['nothing below the lowest, which only wants a look', ['A:90', 'B:60'], [[1, 'from', true]]],
  ])('says %s', (_, steps, found) => {
    expect(faults(steps.map((step) => ({ label: step.split(':')[0]!, from: step.split(':')[1]! })))).toEqual(found)
  })
  it('says where a label stands for a percent that is not its own', () => {
    expect(
      faults([
        { label: 'A', from: '90', worth: '85' },
        { label: 'F', from: '0' },
      ]),
    ).toEqual([[0, 'worth', true]])
  })
})

describe('what a value is worth', () => {
  const levels = {
    id: 'l',
    name: 'Levels',
    levels: [
      { value: '2', label: 'Two', short: '2', description: '', percent: '90' },
      { value: '1', label: 'One', short: '1', description: '' },
    ],
  }
  const earned = (value: Parameters<typeof worthOf>[0], possible: string) => {
    const worth = worthOf(value, possible, { scale: plusMinus, levels })
    return worth && [toDouble(worth.earned), worth.share && toDouble(worth.share)]
  }
  it.each([
    [{ points: '8.5' }, '10', [8.5, 0.85]],
    [{ points: '12' }, '10', [12, 1.2]],
    [{ percent: '85' }, '40', [34, 0.85]],
    [{ label: 'B' }, '20', [17, 0.85]], // B from 83, B+ from 87: its middle is 85
    [{ level: '2' }, '10', [9, 0.9]],
    [{ level: '1' }, '10', null],
    [{ label: 'Q' }, '10', null],
    [{ points: '3' }, '0', [3, null]],
    [{ percent: '85' }, '0', [0, null]],
  ])('%j of %s', (value, possible, worth) => expect(earned(value, possible)).toEqual(worth))
  it('a level is read where an item is scored in levels', () => {
    expect(readEntry('2', { ...place, levels })).toEqual({ value: { level: '2' } })
    expect('refused' in readEntry('7', { ...place, levels })).toBe(true)
  })
})

describe('a short name', () => {
  // Common practice: a column head has room for about five characters; ours has room for eight.
  it.each([
    ['Check 5, river systems', 'Check 5'],
    ['Rock identification 1', 'Rock 1'],
    ['Delta model', 'Delta'],
    ['Quiz', 'Quiz'],
    ['Weathering', 'Weather'],
    ['Photosynthesis 2', 'Photo 2'],
    ['', ''],
  ])('of %j is %j', (name, short) => expect(proposedShortName(name)).toBe(short))
  it.each([
    ['Check 5, river systems', ['Check 5'], 'River 5'],
    ['Weathering', ['weather'], 'Weath 2'],
    ['Quiz', ['Quiz', 'Quiz 2'], 'Quiz 3'],
  ])('of %j beside %j is %j', (name, taken, short) => expect(proposedShortName(name, taken)).toBe(short))
  it('has room in the head', () => expect(proposedShortName('Palaeogeography 12').length).toBeLessThanOrEqual(8))
})
