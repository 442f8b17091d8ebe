import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { blanks } from '#core/kinds'
import type { Cell } from '#core/scores/cell'
import { plusMinus } from '#core/scales/shipped'
import { onBlock, type BlockCell } from '#core/scores/block'
import { cellText, enteredOn, readEntry } from '#core/scores/entry'
import { marks, toggleMark, type Mark } from '#core/scores/score'

const place = { scale: plusMinus, possible: '10' }
const cell = (id: string, to: Partial<Cell> = {}, there = true): BlockCell => ({
  id,
  cell: { ...blanks.cell, ...to },
  place,
  there,
})

describe('filling cells by their mark', () => {
  // Common practice: missing work gets a zero at the end, and the reason is noted.
  it('gives a value to cells with one of the marks and no score, and keeps the mark and the note', () => {
    const cells = [
      cell('ann', { marks: ['missing'] }),
      cell('ben', { marks: ['missing'], note: 'Asked twice.' }),
      cell('cleo', { value: { points: '7' }, marks: ['missing'] }),
      cell('dev', { marks: ['absent'] }),
      cell('eze'),
    ]
    const fill = { do: 'fill marked', text: '0', note: 'Never handed in.', noteFor: 'family' } as const
    expect(onBlock(cells, { ...fill, marks: ['missing'] }).changes).toEqual([
      { id: 'ann', to: { value: { points: '0' }, note: 'Never handed in.', noteFor: 'family' } },
      { id: 'ben', to: { value: { points: '0' }, note: 'Asked twice. Never handed in.' } },
    ])
    expect(onBlock(cells, { ...fill, marks: ['missing', 'absent'], note: '' }).changes.map(({ id }) => id)).toEqual([
      'ann',
      'ben',
      'dev',
    ])
    expect(onBlock(cells, { ...fill, marks: ['missing'], text: 'x9' }).refused.map(({ id }) => id)).toEqual([
      'ann',
      'ben',
    ])
  })
})

describe('an entry on a cell', () => {
  it('a score that comes in takes the missing mark away, and leaves late', () =>
    expect(enteredOn({ ...blanks.cell, marks: ['missing', 'late'] }, { value: { points: '8' } })).toEqual({
      value: { points: '8' },
      marks: ['late'],
    }))
  it('a letter after the score sets its mark, and never takes it away', () => {
    const late: Cell = { ...blanks.cell, marks: ['late'] }
    expect(enteredOn(late, { value: { points: '8' }, marks: ['late'] })).toEqual({ value: { points: '8' } })
    expect(enteredOn(late, { marks: ['excused'] })).toEqual({ marks: ['late', 'excused'] })
  })
  it('reads back as it was, whatever score and marks it has', () =>
    fc.assert(
      fc.property(
        fc.oneof(
          fc.constant(null),
          fc.integer({ min: 0, max: 99_999 }).map((each) => ({ points: String(each / 100) })),
          fc.constantFrom(...plusMinus.steps.map((step) => ({ label: step.label }))),
          fc.integer({ min: 0, max: 1000 }).map((each) => ({ percent: String(each) })),
        ),
        fc.subarray([...marks]),
        (value, desired) => {
          const set = desired.reduce<Mark[]>((all, mark) => toggleMark(all, mark), [])
          const before: Cell = { ...blanks.cell, value, marks: marks.filter((each) => set.includes(each)) }
          const read = readEntry(cellText(before), place)
          expect('refused' in read).toBe(false)
          if (!('refused' in read)) expect({ ...blanks.cell, ...enteredOn(blanks.cell, read) }).toEqual(before)
        },
      ),
    ))
})

describe('a block', () => {
  const block = [
    cell('blank'),
    cell('scored', { value: { points: '4' } }),
    cell('absent', { marks: ['absent'] }),
    cell('not there yet', {}, false),
  ]
  const ids = (edit: Parameters<typeof onBlock>[1]) => onBlock(block, edit).changes.map((each) => each.id)

  it('blanks are filled; who was absent, or not in the class, keeps the blank', () =>
    expect(ids({ do: 'fill blanks', text: '10' })).toEqual(['blank']))
  it('all are filled who were there, and what already says so is no change', () => {
    expect(ids({ do: 'fill all', text: '4' })).toEqual(['blank', 'absent'])
    expect(onBlock(block, { do: 'fill all', text: '4' }).refused).toEqual([
      { id: 'not there yet', reason: { code: 'entry.not-there' } },
    ])
  })
  it('a bonus is added where there is a score, and the rest say why not', () => {
    const { changes, refused } = onBlock(block, { do: 'fill all', text: '+1' })
    expect(changes).toEqual([{ id: 'scored', to: { value: { points: '5' } } }])
    expect(refused.map((each) => each.id)).toEqual(['blank', 'absent', 'not there yet'])
  })
  it('a mark is set for all and taken from all', () => {
    expect(ids({ do: 'set mark', mark: 'absent' })).toEqual(['blank', 'scored'])
    expect(ids({ do: 'clear mark', mark: 'absent' })).toEqual(['absent'])
  })
  it('one note goes on all, for whom it is meant', () =>
    expect(onBlock(block, { do: 'note', note: 'Bring it Friday.', noteFor: 'family' }).changes).toHaveLength(4))
  it('clearing takes scores and marks, and leaves blanks out', () =>
    expect(ids({ do: 'clear' })).toEqual(['scored', 'absent']))
})
