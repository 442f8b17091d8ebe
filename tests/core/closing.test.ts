import { describe, expect, it } from 'vitest'
import { change } from '#core/acts/act'
import { outliers } from '#core/grading/outliers'
import { readOverride } from '#core/grading/read-override'
import { refusalIn } from '#core/ground'
import { blanks } from '#core/kinds'
import { looseEnds } from '#core/looseends'
import { planOf } from '#core/plan/rules'
import { currentGrades } from '#core/report-card/declared'
import { find, put } from '#core/records'
import { shippedScales } from '#core/scales/shipped'
import { aClass } from '../support/class'

const plusMinus = shippedScales.find((each) => each.steps.some(({ label }) => label === 'B+'))!
const plan = { ...blanks.plan, scale: plusMinus }

describe('an override is typed as a teacher thinks of it', () => {
  it('a percent fills in its label, a label its percent', () => {
    const read = readOverride(plan, '88')
    expect(read).toEqual({ to: { percent: '88', label: 'B+' } })
    expect(readOverride(plan, ' b+ ')).toMatchObject({ to: { label: 'B+' } })
    expect(readOverride(plan, '88 %')).toEqual(read)
  })
  it('both together stand as they are typed, also where they do not agree', () =>
    expect(readOverride(plan, '80, A')).toEqual({ to: { percent: '80', label: 'A' } }))
  it('nothing takes it away, and what is neither is refused', () => {
    expect(readOverride(plan, '')).toEqual({ to: { percent: null, label: null } })
    for (const typed of ['Z', '80 Z', '1e3', '-4', '1000', '8.12345'])
      expect(readOverride(plan, typed)).toEqual({ refused: { code: 'entry.unreadable', typed } })
  })
})

describe('what a teacher looks at twice', () => {
  const codes = (effective: string | null, computed = effective, before: string | null = effective) =>
    outliers({ effective, computed, before }, { scale: plusMinus, lowLine: '70' })
  it('a change of ten points, less than half a point to the next bound, below the line, an override far off', () => {
    expect(codes('85')).toEqual([])
    expect(codes('85', '85', '75')).toEqual(['big change'])
    expect(codes('85', '85', '75.1')).toEqual([])
    expect(codes('86.5')).toEqual(['near a bound'])
    expect(codes('86.4')).toEqual([])
    expect(codes('68')).toEqual(['below the line'])
    expect(codes('85', '80')).toEqual(['override far away'])
    expect(codes(null)).toEqual([])
  })
})

describe('a period that the office has closed', () => {
  const closed = () => {
    const snapshot = aClass({
      ...{ categories: { c: '100' }, assignments: { a: { categoryId: 'c' } } },
      students: [{ id: 'ann' }],
    })
    snapshot.windows.q2 = { dueOn: '2026-12-18', isClosed: true, answer: '' }
    return snapshot
  }
  it.each([
    ['remark', 'ann/q2', { text: '' }, { text: 'Late words.' }],
    ['override', 'ann/q2', { percent: null }, { percent: '80' }],
    ['declaration', 'q2', { declared: false }, { declared: true }],
    ['statement', 'q2', { text: '' }, { text: 'We built.' }],
    ['closing', 'q2', { lookedOver: false }, { lookedOver: true }],
  ])('keeps its %s as it is', (kind, id, from, to) => {
    const read = change.parse({ kind, id, from, to })
    expect(refusalIn(closed(), [read])).toEqual({ code: 'refused.window-closed' })
    const open = closed()
    open.windows.q2!.isClosed = false
    expect(refusalIn(open, [read])).toBeNull()
  })
  it('takes scores all the same, and the wish that it be opened', () => {
    const wish = change.parse({ kind: 'windowRequest', id: 'q2', from: { asked: false }, to: { asked: true } })
    const score = change.parse({
      ...{ kind: 'cell', id: 'ann/a', from: { value: null } },
      to: { value: { points: '5' } },
    })
    expect(refusalIn(closed(), [wish, score])).toBeNull()
  })
})

describe('a declared grade that is no longer so', () => {
  const declared = () => {
    const snapshot = aClass({
      categories: { c: '100' },
      assignments: { a: { categoryId: 'c' } },
      scores: { ann: { a: { value: { points: '9' } } } },
    })
    snapshot.records.declaration.q2 = { declared: true, reason: '' }
    snapshot.declared.q2 = currentGrades(
      snapshot,
      snapshot.periods.find((each) => each.id === 'q2')!,
    )
    return snapshot
  }
  const drifts = (snapshot: ReturnType<typeof declared>) => looseEnds(snapshot).filter(({ code }) => code === 'drift')
  it('is a loose end with both figures, and is put back in one step', () => {
    const snapshot = declared()
    expect(drifts(snapshot)).toEqual([])
    put(snapshot.records, 'cell', 'ann/a', { ...find(snapshot.records, 'cell', 'ann/a')!, value: { points: '5' } })
    const [end] = drifts(snapshot)
    const { percent, label } = snapshot.declared.q2!.find((each) => each.studentId === 'ann')!
    expect(end!.message).toMatchObject({ code: 'end.drift', period: 'Quarter 2', was: `${percent} ${label}` })
    const [{ kind, id, to }] = end!.fixes![0]!.desired as [{ kind: 'override'; id: string; to: object }]
    expect([kind, id]).toEqual(['override', 'ann/q2'])
    put(snapshot.records, 'override', id, { ...blanks.override, ...to })
    expect(drifts(snapshot)).toEqual([])
  })
  it('is none while the period is open', () => {
    const snapshot = declared()
    snapshot.records.declaration.q2 = { declared: false, reason: 'a paper came late' }
    put(snapshot.records, 'cell', 'ann/a', { ...find(snapshot.records, 'cell', 'ann/a')!, value: { points: '5' } })
    expect(drifts(snapshot)).toEqual([])
    expect(planOf(snapshot)).toBeDefined()
  })
})
