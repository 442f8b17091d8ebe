import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { List } from '../../shared/list'
import { listRequest } from '../../shared/list'
import { columnWidths } from '../../server/workers/cards/draw-list'
import draw from '../../server/workers/list.worker'
import { by, fonts, textOf, wordsInOrder } from '../support/pdf'

const aList = (heads: string[], rows: string[][]): List => ({
  title: 'Earth Systems 7A, grade list',
  under: 'Quarter 2, Marram Point Middle School, as of Nov 26.',
  columns: heads.map((head, at) => ({ head, isNumber: at > 0 && at < 3 })),
  rows,
})
const drawn = (list: List, paper: 'A4' | 'Letter' = 'A4') => draw({ list, paper, fonts })

describe('a list as PDF', () => {
  it('is tagged, with title and language, and is read line by line', async () => {
    const list = aList(
      ['Student', 'Computed', 'Grade', 'Reason'],
      [
        ['Kowalczyk, Łucja', '88.7', '90.0', 'Spoken check'],
        ['Nguyễn, An', '71.2', '71.2', ''],
      ],
    )
    const file = await drawn(list, 'Letter')
    const info = by('pdfinfo', file)
    expect(info).toMatch(/Tagged: +yes/)
    expect(info).toMatch(/Title: +Earth Systems 7A, grade list/)
    expect(info).toMatch(/Page size: +612 x 792 pts \(letter\)/)
    const order = ['Document', 'H1', 'Earth Systems 7A', 'Quarter 2', 'Table', 'TR', 'TH', 'Student', 'Computed']
    order.push('TR', 'TH', 'Kowalczyk, Łucja', 'TD', '88.7', '90.0', 'Spoken check', 'TR', 'Nguyễn, An', '71.2')
    expect(wordsInOrder(by('pdfinfo', file, '-struct-text'), order)).toEqual(order)
  })
  it('goes over pages with its heads on each, read once, and loses no line', async () => {
    const names = Array.from({ length: 150 }, (_, at) => `Student ${at}`)
    const file = await drawn(
      aList(
        ['Student', 'Grade'],
        names.map((name) => [name, '80.0']),
      ),
    )
    const pages = textOf(file)
      .split('\f')
      .filter((page) => page.trim())
    expect(pages.length).toBeGreaterThan(2)
    expect(pages.every((page) => /Student +Grade/.test(page))).toBe(true)
    expect(names.every((name) => new RegExp(`${name} +80.0`).test(pages.join('')))).toBe(true)
    expect(by('pdfinfo', file, '-struct-text').match(/"Grade"/g)).toHaveLength(1)
  })
  it('turns the paper for many columns, and breaks a row that is higher than a page', async () => {
    const words = Array.from({ length: 700 }, (_, at) => `w${at}`)
    const heads = ['Student', 'A', 'B', 'C', 'D', 'E', 'Remark']
    const file = await drawn(aList(heads, [['Ann', '1', '2', '3', '4', '5', words.join(' ')]]))
    expect(by('pdfinfo', file)).toMatch(/Page size: +841.89 x 595.28/)
    const text = textOf(file)
    expect(text.split('\f').length).toBeGreaterThan(2)
    expect(words.filter((word) => !new RegExp(`\\b${word}\\b`).test(text))).toEqual([])
  })
  it('is refused where a line has more or fewer cells than there are heads', () => {
    const list = aList(['Student', 'Grade'], [['Ann', '80']])
    expect(listRequest.safeParse(list).success).toBe(true)
    expect(listRequest.safeParse({ ...list, rows: [['Ann']] }).success).toBe(false)
  })
})

describe('the widths of columns', () => {
  it('are what is asked where there is room, and else the wide ones share it', () => {
    expect(columnWidths([40, 60], 400)).toEqual([40, 60])
    expect(columnWidths([40, 500, 300], 400)).toEqual([40, 180, 180])
    expect(columnWidths([40, 190, 300], 400)).toEqual([40, 180, 180])
  })
  it('never are more than the page, nor than a column asks for', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 1, maxLength: 16 }),
        fc.integer({ min: 200, max: 800 }),
        (asked, room) => {
          const widths = columnWidths(asked, room)
          expect(widths.every((each, at) => each > 0 && each <= asked[at]!)).toBe(true)
          const sum = widths.reduce((a, b) => a + b, 0)
          expect(sum).toBeLessThanOrEqual(room + 1e-6)
          // No room is left while somebody asks for more.
          if (widths.some((each, at) => each < asked[at]! - 1e-6)) expect(sum).toBeCloseTo(room)
        },
      ),
    ))
})
