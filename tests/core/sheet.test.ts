import { describe, expect, it } from 'vitest'
import { blockOf, isOneCell, laidOut, placesIn } from '~/sheet/block'

describe('a block', () => {
  it('is the rectangle between two cells, whichever came first', () => {
    expect(blockOf({ row: 5, column: 1 }, { row: 2, column: 3 })).toEqual({ top: 2, bottom: 5, left: 1, right: 3 })
    expect(isOneCell(blockOf({ row: 2, column: 2 }, { row: 2, column: 2 }))).toBe(true)
    expect(placesIn({ top: 0, bottom: 1, left: 0, right: 2 })).toHaveLength(6)
  })
  it('takes a pasted block from its top left', () => {
    const laid = laidOut(
      [
        ['8', '9'],
        ['6', '7'],
      ],
      { top: 1, bottom: 1, left: 2, right: 2 },
      30,
      9,
    )
    expect(laid.map(({ place, text }) => [place.row, place.column, text])).toEqual([
      [1, 2, '8'],
      [1, 3, '9'],
      [2, 2, '6'],
      [2, 3, '7'],
    ])
  })
  it('is filled with one copied value', () => {
    expect(laidOut([['8']], { top: 0, bottom: 3, left: 0, right: 0 }, 30, 9).map((each) => each.text)).toEqual([
      '8',
      '8',
      '8',
      '8',
    ])
  })
  it('stops at the edge of the sheet', () => {
    expect(
      laidOut([['1'], ['2'], ['3']], { top: 1, bottom: 1, left: 0, right: 0 }, 2, 1).map((each) => each.text),
    ).toEqual(['1'])
  })
  it('is nothing when nothing was copied', () =>
    expect(laidOut([], { top: 0, bottom: 0, left: 0, right: 0 }, 2, 2)).toEqual([]))
})
