import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { cutOffsOf } from '#core/proficiency/convert'
import { evidenceAt } from '#core/proficiency/evidence-of'
import { readLevel } from '#core/proficiency/read-level'
import { scaleOf } from '#core/plan/level-scale'
import { put } from '#core/records'
import { allowedLevels } from '#core/scales/proficiency'
import type { Mark } from '#core/scores/score'
import { aClass } from '../support/class'
import { by, evidenceIn, levelIn, taggedClass, windowOf } from '../support/levels'

const snapshot = taggedClass()

describe('what is seen without an assignment', () => {
  const seen = aClass({
    plan: by({ method: 'most recent' }),
    assignments: { a: { standardIds: ['std'], dueOn: '2026-11-12' } },
    scores: { ann: { a: { value: { level: '2' } } } },
  })
  const observe = (key: string, level: string | null, on: string) =>
    put(seen.records, 'observation', jointId('ann', 'std', key), { level, on, note: '' })
  it('is evidence of its day, after the work of that day', () => {
    observe('one', '4', '2026-11-12')
    observe('two', '1', '2026-11-05')
    expect(evidenceIn(seen).map(({ level, origin }) => [level, origin])).toEqual([
      ['1', 'observed'],
      ['2', 'given'],
      ['4', 'observed'],
    ])
    expect(levelIn(seen)?.level.short).toBe('4')
  })
  it('counts in its own window alone, and not when it was taken back', () => {
    observe('three', '1', '2026-12-20')
    expect(evidenceIn(seen)).toHaveLength(3)
    observe('one', null, '2026-11-12')
    expect(evidenceIn(seen)).toHaveLength(2)
  })
})

describe('half levels', () => {
  const scale = { ...scaleOf(snapshot), halves: true }
  it('lie between each two, and can be typed', () => {
    expect(allowedLevels(scale).map((each) => each.short)).toEqual(['4', '3.5', '3', '2.5', '2', '1.5', '1'])
    expect(readLevel(scale, '2,5')).toEqual({ level: '2.5' })
    expect('refused' in readLevel(scaleOf(snapshot), '2.5')).toBe(true)
  })
  it('of levels named by letters are named by both', () => {
    const letters = { ...scale, levels: scale.levels.map((each, at) => ({ ...each, short: 'ABCD'[at]! })) }
    expect(allowedLevels(letters)[1]).toMatchObject({
      value: '3.5',
      short: 'B/A',
      label: 'between Level 3 and Level 4',
    })
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
  const score = (points: string | null, marks: Mark[] = []) =>
    put(scored.records, 'cell', cell, {
      value: points === null ? null : { points },
      marks,
      note: '',
      noteFor: 'teacher',
      meant: '',
    })
  const shown = () => evidenceAt(windowOf(scored), 'ann', windowOf(scored).assignments[0]!, 'std')

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
      score(points)
      expect(shown()).toMatchObject({ level, origin: 'points' })
    }
  })
  it('is the lowest of the scale below all cut-offs', () => {
    score('3')
    expect(shown()?.level).toBe(scaleOf(scored).levels.at(-1)!.value)
  })
  it('is none of an excused or a blank cell, nor of nothing possible', () => {
    score('36', ['excused'])
    expect(shown()).toBeNull()
    score(null)
    expect(shown()).toBeNull()
    score('36')
    scored.records.assignment.check = { ...scored.records.assignment.check!, points: '0' }
    expect(shown()).toBeNull()
    scored.records.assignment.check = { ...scored.records.assignment.check!, points: '40' }
  })
  it('gives way to a level that was given', () => {
    score('36')
    put(scored.records, 'evidence', jointId('ann', 'check', 'std'), { level: '1' })
    expect(shown()).toMatchObject({ level: '1', origin: 'given' })
    put(scored.records, 'evidence', jointId('ann', 'check', 'std'), { level: null })
  })
  it('follows the scale where the assignment has no cut-offs of its own, and nothing where it has an empty list', () => {
    const levels = scaleOf(scored).levels.map((each) => (each.value === '3' ? { ...each, from: '80' } : each))
    const scale = { ...scaleOf(scored), levels }
    expect(cutOffsOf({ cutOffs: null, scoredIn: 'points' }, scale)).toEqual([{ level: '3', from: '80' }])
    expect(cutOffsOf({ cutOffs: [], scoredIn: 'points' }, scale)).toEqual([])
    expect(cutOffsOf({ cutOffs: null, scoredIn: 'levels' }, scale)).toEqual([])
  })
})
