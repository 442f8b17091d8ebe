import { SHAPE } from '#core/kinds'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { Act } from '#core/acts/act'
import { mergedSteps, stepsOf, type Step } from '#core/acts/steps'

const act = (id: string, minute: number, more: Partial<Act> = {}): Act => ({
  id,
  shape: SHAPE,
  kind: 'type',
  at: `2026-11-25T10:${String(minute).padStart(2, '0')}:00.000Z`,
  changes: [],
  ...more,
})
const step = (scope: string, ...acts: Act[]): Step => acts.map((each) => ({ scope, act: each }))
const ids = (steps: readonly Step[]) => steps.map((each) => each.map(({ act: { id } }) => id))

describe('steps to take back', () => {
  const folded = (...acts: Act[]) => {
    const { done, undone } = stepsOf(
      acts.map((each) => step('7A', each)),
      new Set(['7A']),
    )
    return { done: ids(done).flat(), undone: ids(undone).flat() }
  }
  it('an undo moves the act that it names over, a redo moves it back', () => {
    expect(folded(act('a', 1), act('b', 2), act('u', 3, { kind: 'undo', of: 'b' }))).toEqual({
      done: ['a'],
      undone: ['b'],
    })
    expect(folded(act('a', 1), act('u', 2, { kind: 'undo', of: 'a' }), act('r', 3, { kind: 'redo', of: 'a' }))).toEqual(
      { done: ['a'], undone: [] },
    )
  })
  it('a new act ends what could be done again; what was loaded is nobody’s to take back', () =>
    expect(
      folded(act('l', 0, { kind: 'load' }), act('a', 1), act('u', 2, { kind: 'undo', of: 'a' }), act('b', 3)),
    ).toEqual({ done: ['b'], undone: [] }))
  it('acts on other classes are no steps here', () =>
    expect(stepsOf([step('7B', act('a', 1))], new Set(['7A'])).done).toEqual([]))
})

describe('steps of several classes', () => {
  it('go by time, and what was one deed is one step', () =>
    expect(
      ids(
        mergedSteps([
          [step('7A', act('a1', 1)), step('7A', act('a2', 5, { batch: 'd' }))],
          [step('7B', act('b1', 3)), step('7B', act('b2', 5, { batch: 'd' }))],
        ]),
      ),
    ).toEqual([['a1'], ['b1'], ['a2', 'b2']]))
  it('have an act once that two lists know, as a deed that both classes tell whole', () => {
    const batch: Step = [
      { scope: '7A', act: act('a', 2, { batch: 'd' }) },
      { scope: '7B', act: act('b', 2, { batch: 'd' }) },
    ]
    expect(ids(mergedSteps([[batch], [batch, step('7B', act('c', 4))]]))).toEqual([['a', 'b'], ['c']])
  })
  it('keep the order of each list, whatever the clocks said', () =>
    fc.assert(
      fc.property(fc.array(fc.nat(59), { maxLength: 12 }), fc.array(fc.nat(59), { maxLength: 12 }), (left, right) => {
        const list = (scope: string, minutes: number[]) =>
          minutes.map((minute, at) => step(scope, act(`${scope}${at}`, minute)))
        const merged = ids(mergedSteps([list('7A', left), list('7B', right)])).flat()
        for (const [scope, minutes] of [
          ['7A', left],
          ['7B', right],
        ] as const)
          expect(merged.filter((id) => id.startsWith(scope))).toEqual(minutes.map((_, at) => `${scope}${at}`))
      }),
    ))
})
