import { describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { columnsOf } from '~/sheet/columns'
import { stretch } from '~/sheet/window'

const work = (id: string, to: object) => ({ ...blanks.assignment, id, name: id, removed: false, ...to })

describe('classes of a course side by side', () => {
  it('linked copies, and work of one name and points, are one column; the rest stands alone, by the earliest date', () => {
    const columns = columnsOf([
      {
        id: '7A',
        assignments: [
          work('a1', { name: 'Core', linkId: 'core', dueOn: '2026-11-12' }),
          work('a2', { name: 'Check 5', dueOn: '2026-11-17' }),
          work('a3', { name: 'Check 5', dueOn: '2026-11-18' }),
        ],
      },
      {
        id: '7B',
        assignments: [
          work('b1', { name: 'Core samples', linkId: 'core', dueOn: '2026-11-13' }),
          work('b2', { name: 'check 5', dueOn: '2026-11-17' }),
          work('b3', { name: 'Check 5', points: '40', dueOn: '2026-11-03' }),
        ],
      },
    ])
    expect(columns.map((each) => [...each.in])).toEqual([
      [['7B', 'b3']],
      [
        ['7A', 'a1'],
        ['7B', 'b1'],
      ],
      [
        ['7A', 'a2'],
        ['7B', 'b2'],
      ],
      [['7A', 'a3']],
    ])
    expect(columns[1]!.dueOn).toEqual(['2026-11-12', '2026-11-13'])
  })
})

describe('the part of a large sheet that is in the page', () => {
  const sheet = { rows: 180, columns: 200, row: 27, cell: 60 }
  it('holds what is seen and some around it, and never more than there is', () => {
    const seen = stretch({ left: 1200, top: 1350, width: 480, height: 540 }, sheet)
    expect(seen.left).toBeLessThanOrEqual(20 - 6)
    expect(seen.right).toBeGreaterThanOrEqual(28 + 6)
    expect(seen.top).toBeLessThanOrEqual(50 - 6)
    expect(seen.bottom).toBeGreaterThanOrEqual(70 + 6)
    expect(stretch({ left: 11_900, top: 4800, width: 480, height: 540 }, sheet)).toMatchObject({
      right: 200,
      bottom: 180,
    })
    expect(stretch({ left: 0, top: 0, width: 0, height: 0 }, { ...sheet, rows: 0, columns: 0 })).toEqual({
      top: 0,
      bottom: 0,
      left: 0,
      right: 0,
    })
  })
  it('stays the same while a view moves by less than a block', () =>
    expect(stretch({ left: 1210, top: 1355, width: 480, height: 540 }, sheet)).toEqual(
      stretch({ left: 1215, top: 1360, width: 480, height: 540 }, sheet),
    ))
})
