import { describe, expect, it } from 'vitest'
import { comeTo100, weightsAsShares } from '#core/plan/shares'
import { blanks, refusalOf } from '#core/kinds'
import { jointId } from '#core/kind'
import { cardsOf, together } from '#core/report-card/card'
import { compose } from '#core/report-card/compose'
import { cardLayout, remarkBox, type CardLayout } from '#core/report-card/layout'
import { planOf } from '#core/plan/rules'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

const today = '2026-11-26'
const layout: CardLayout = { ...blanks.cardLayout, signatures: ['Teacher', 'Parent or guardian'] }
/** Two categories both at 100 count half each: common practice. */
const earth = () => {
  const snapshot = aClass({
    categories: { Tests: '100', Notes: '100' },
    assignments: { exam: { categoryId: 'Tests', standardIds: ['s1'] }, notes: { categoryId: 'Notes' } },
    scores: { ann: { exam: '90', notes: '80' }, ben: { exam: '60' } },
  })
  snapshot.standards.push(aStandard('s1', { code: 'M.1' }))
  put(snapshot.records, 'remark', jointId('ann', 'q2'), { text: 'She asks sharp questions.' })
  return snapshot
}
const q2 = (snapshot = earth()) => snapshot.periods.find(({ id }) => id === 'q2')!
const card = (snapshot = earth(), student = 'ann') =>
  cardsOf(snapshot, q2(snapshot), student, ['Odile Marchetti'], '2026-11-26')[0]!
const names = (given: Partial<CardLayout>, of = card()) => {
  const { classes, end } = compose({ ...layout, ...given }, of)
  return [...classes.flatMap((each) => each.blocks), ...end].map((each) => each.block)
}

describe('what weights act as', () => {
  // Common practice: two weights of 100 count half each.
  it('is their share of what they come to, of 100', () => {
    expect([
      ...weightsAsShares([
        ['q1', '100'],
        ['q2', '100'],
      ]).values(),
    ]).toEqual(['50.0', '50.0'])
    expect([
      ...weightsAsShares([
        ['q1', '40'],
        ['q2', '40'],
        ['exam', '15'],
      ]).values(),
    ]).toEqual(['42.1', '42.1', '15.8'])
    expect(weightsAsShares([['q1', '0']]).size).toBe(0)
    expect(comeTo100(['33.3', '33.3', '33.4'])).toBe(true)
    expect(comeTo100(['33.3', '33.3', '33.3'])).toBe(false)
  })
})

describe('a card is laid out', () => {
  it('as the layout has its blocks, those that have something to say', () => {
    expect(names({})).toEqual(['grade', 'parts', 'levels', 'remark', 'signatures'])
    expect(names({ blocks: ['remark', 'grade', 'legend'] })).toEqual(['remark', 'grade', 'legend'])
    expect(names({ blocks: [] })).toEqual([])
    expect(names({ signatures: [] })).not.toContain('signatures')
  })
  it('with the box of the remark as high as the layout says, whatever is in it', () => {
    const snapshot = earth()
    put(snapshot.records, 'remark', jointId('ann', 'q2'), { text: 'Word after word. '.repeat(200) })
    const [block] = compose({ ...layout, blocks: ['remark'], remarkLines: 3 }, card(snapshot)).classes[0]!.blocks
    expect(block).toMatchObject({ block: 'remark', most: 3 })
    expect((block as { lines: string[] }).lines).toHaveLength(3)
    expect(remarkBox({ paper: 'Letter', remarkLines: 3 }).width).toBeGreaterThan(remarkBox(layout).width)
  })
  it('with the levels that a class has, and the word that there are none', () => {
    const snapshot = earth()
    snapshot.records.plan.class = { ...planOf(snapshot), method: 'none' }
    snapshot.standards.length = 0
    expect(names({}, card(snapshot, 'ben'))).toEqual(['no-levels', 'remark', 'signatures'])
  })
  it('without a figure while the grade is incomplete', () => {
    const snapshot = earth()
    put(snapshot.records, 'override', jointId('ann', 'q2'), { ...blanks.override, incompleteUntil: '2027-01-15' })
    const [grade] = compose(layout, card(snapshot)).classes[0]!.blocks
    expect(grade).toMatchObject({ grade: { percent: null, label: null, incompleteUntil: '2027-01-15' } })
    expect(JSON.stringify(card(snapshot).classes[0]!.grade)).not.toContain('85')
  })
  it('of all classes of a student, in their order, with what stands once at its end', () => {
    const maps = earth()
    Object.assign(maps.section, { id: 'maps', title: 'Mapmaking' })
    const all = together([...cardsOf(earth(), q2(), null, [], today), ...cardsOf(maps, q2(maps), null, [], today)])
    expect(all.map((each) => each.classes.map((one) => one.className))).toEqual([
      ['A class', 'Mapmaking'],
      ['A class', 'Mapmaking'],
    ])
    const drawn = compose({ ...layout, blocks: ['grade', 'legend', 'signatures'] }, all[0]!)
    expect(drawn.classes.map((each) => each.blocks.length)).toEqual([1, 1])
    expect(drawn.end).toMatchObject([{ scales: [{ name: 'Levels' }] }, { names: layout.signatures }])
  })
})

describe('a student who left', () => {
  it('has a card behind the others, unless another class still has them', () => {
    const gone = earth()
    gone.students.find(({ id }) => id === 'ann')!.spans = [{ firstDay: '2026-08-31', lastDay: '2026-11-20' }]
    const cards = (of: string) => cardsOf(gone, q2(gone), null, [], of)
    const lefts = (of: string) => together(cards(of)).map((each) => [each.studentId, each.left])
    expect(lefts('2026-11-26')).toEqual([
      ['ben', false],
      ['ann', true],
    ])
    expect(lefts('2026-11-20')).toEqual([
      ['ann', false],
      ['ben', false],
    ])
    const all = together([...cards(today), ...cardsOf(earth(), q2(), null, [], today)])
    expect(all.map((each) => each.left)).toEqual([false, false])
    // Long after the period it is the period's last day that counts.
    expect(together(cardsOf(earth(), q2(), null, [], '2027-06-01')).every((each) => !each.left)).toBe(true)
  })
})

describe('the layout of the district', () => {
  const refused = (to: Partial<CardLayout>) =>
    refusalOf({ kind: 'cardLayout', id: 'district', to }, blanks.cardLayout, { knows: () => true } as never)
  /** The head of a PNG by its specification (W3C): signature, the length and name of IHDR, width and height. */
  const png = (width: number, height: number) => {
    const bytes = Buffer.alloc(40)
    bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
    bytes.writeUInt32BE(width, 16)
    bytes.writeUInt32BE(height, 20)
    return bytes.toString('base64')
  }
  it('takes a picture as a mark, and nothing else', () => {
    expect(refused({ mark: png(280, 100) })).toBeNull()
    expect(refused({ mark: '' })).toBeNull()
    for (const mark of [png(30_000, 10), png(10, 70_000), png(0, 10), btoa('<svg onload="x">'), 'iVBORw0KGgo<script>'])
      expect(refused({ mark })).toEqual({ code: 'refused.not-an-image' })
  })
  it('has each block once, and a box that is one', () => {
    const { schema } = cardLayout
    expect(schema.safeParse({ ...layout, blocks: ['grade', 'grade'] }).success).toBe(false)
    expect(schema.safeParse({ ...layout, remarkLines: 0 }).success).toBe(false)
    expect(schema.safeParse({ ...layout, signatures: ['a', 'b', 'c', 'd'] }).success).toBe(false)
    expect(schema.safeParse(layout).success).toBe(true)
  })
})
